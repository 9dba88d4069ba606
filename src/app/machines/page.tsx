import type { Metadata } from "next";
import { RACK_WAYS, type RackWay } from "@/core/workshop/job";
import { pageOf } from "@/server/base/http/respond";
import { rackView } from "@/server/workshop/views/rack";
import { Freshens } from "@/ui/kit/controls/Behind";
import { LinkButton } from "@/ui/kit/controls/Button";
import { TopBar } from "@/ui/kit/controls/TopBar";
import { RackScreen } from "@/ui/workshop/rack/RackScreen";
import { dayInWords } from "@/core/base/days";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Rack" };

type Asked = Partial<Record<"way" | "q" | "from" | "shelf" | "page", string>>;
const wayOf = (text: string | undefined): RackWay => RACK_WAYS.find((w) => w === text) ?? "waits";

/** All machines, on the shelves of a rack. */
export default async function MachinesPage({ searchParams }: { searchParams: Promise<Asked> }) {
  const asked = await searchParams;
  const view = await rackView({
    way: wayOf(asked.way),
    word: (asked.q ?? "").slice(0, 60).trim(),
    from: (asked.from ?? "").slice(0, 80),
    shelf: asked.shelf === undefined ? null : asked.shelf.slice(0, 80),
    page: pageOf(asked.page),
  });
  return (
    <div className="flex min-h-dvh flex-col lg:h-dvh">
      <TopBar wide here="machines" title="Rack" note={dayInWords(view.today, "today")}>
        <LinkButton href="/machines/new" look="plain" keyCap="N">
          New intake
        </LinkButton>
      </TopBar>
      <Freshens behind={view.behind} />
      <RackScreen view={view} />
    </div>
  );
}
