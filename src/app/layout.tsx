import type { Metadata } from "next";
import { ThemeProvider } from "next-themes";
import { connection } from "next/server";
import type { ReactNode } from "react";
import { troubleNow } from "@/server/health";
import { Trouble } from "@/ui/controls/Trouble";
import { OutboxSign } from "@/ui/outbox/OutboxSign";
import "./globals.css";

export const metadata: Metadata = {
  title: { default: "Ovrant", template: "%s · Ovrant" },
  description: "Two load runs in, one verdict out: did the cooling service work?",
};

export default async function RootLayout({ children }: { children: ReactNode }) {
  await connection();
  const trouble = await troubleNow();
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <ThemeProvider
          attribute="data-theme"
          themes={["light", "dark", "lamp"]}
          defaultTheme="system"
          enableSystem
          disableTransitionOnChange
        >
          {trouble ? <Trouble trouble={trouble} /> : children}
          <OutboxSign />
        </ThemeProvider>
      </body>
    </html>
  );
}
