import type { Metadata } from "next";
import { ThemeProvider } from "next-themes";
import { after, connection } from "next/server";
import type { ReactNode } from "react";
import { pageTurn } from "@/server/turns";
import { troubleNow } from "@/server/health";
import { workshopOrUsual } from "@/server/views/workshop";
import { WorkshopProvider } from "@/ui/controls/workshop";
import { Trouble } from "@/ui/controls/Trouble";
import { Keeper } from "@/ui/offline/Keeper";
import { RunsProvider } from "@/ui/live/RunsGoing";
import { OutboxSign } from "@/ui/outbox/OutboxSign";
import "./globals.css";

export const metadata: Metadata = {
  title: { default: "Ovrant", template: "%s · Ovrant" },
  description: "Two load runs in, one verdict out: did the cooling service work?",
};

export default async function RootLayout({ children }: { children: ReactNode }) {
  await connection();
  // pages come a few at a time, so that a step of handwork never waits for all of them
  after(await pageTurn());
  const trouble = await troubleNow();
  const workshop = await workshopOrUsual();
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
          <WorkshopProvider workshop={workshop}>
            {trouble ? <Trouble trouble={trouble} /> : <RunsProvider>{children}</RunsProvider>}
            <OutboxSign />
            <Keeper />
          </WorkshopProvider>
        </ThemeProvider>
      </body>
    </html>
  );
}
