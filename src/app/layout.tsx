import type { Metadata } from "next";
import { ThemeProvider } from "next-themes";
import { headers } from "next/headers";
import { after, connection } from "next/server";
import type { ReactNode } from "react";
import { pageTurn } from "@/server/base/turns";
import { troubleNow } from "@/server/workshop/health";
import { mayHold, whoAsks } from "@/server/workshop/trust/asked";
import { workshopOrUsual } from "@/server/workshop/views/workshop";
import { zoneHere } from "@/core/base/days";
import { usualWorkshop } from "@/core/workshop/job";
import { WorkshopProvider } from "@/ui/kit/controls/workshop";
import { Trouble } from "@/ui/kit/controls/Trouble";
import { Keeper } from "@/ui/kit/offline/Keeper";
import { RunsProvider } from "@/ui/measure/live/RunsGoing";
import { OutboxSign } from "@/ui/kit/outbox/OutboxSign";
import { SignedIn } from "@/ui/kit/controls/signedIn";
import { DeviceLock } from "@/ui/workshop/trust/DeviceLock";
import "./globals.css";

export const metadata: Metadata = {
  title: { default: "Ovrant", template: "%s · Ovrant" },
  description: "Two load runs in, one verdict out: did the cooling service work?",
};

export default async function RootLayout({ children }: { children: ReactNode }) {
  await connection();
  const nonce = (await headers()).get("x-nonce") ?? undefined;
  // pages come a few at a time, so that a step of handwork never waits for all of them
  after(await pageTurn());
  const asking = await whoAsks();
  const trouble = await troubleNow();
  // a stranger's page, and that of a locked bench, hold nothing of the workshop
  const open = mayHold(asking);
  const own = open ? await workshopOrUsual() : usualWorkshop;
  // a device may be set to any zone: days and times are told as they are in the workshop
  const workshop = { ...own, zone: own.zone || zoneHere() };
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <ThemeProvider
          attribute="data-theme"
          themes={["light", "dark", "lamp"]}
          defaultTheme="system"
          enableSystem
          disableTransitionOnChange
          nonce={nonce}
        >
          <WorkshopProvider workshop={workshop}>
            <SignedIn value={asking} locked={<DeviceLock />}>
              {trouble && open ? (
                <Trouble trouble={trouble} />
              ) : open ? (
                <RunsProvider>{children}</RunsProvider>
              ) : (
                children
              )}
              {open ? <OutboxSign /> : null}
              {open ? <Keeper /> : null}
            </SignedIn>
          </WorkshopProvider>
        </ThemeProvider>
      </body>
    </html>
  );
}
