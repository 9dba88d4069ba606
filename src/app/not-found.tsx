import { LinkButton } from "@/ui/kit/controls/Button";
import { TopBar } from "@/ui/kit/controls/TopBar";

export default function NotFound() {
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar wide title="" />
      <main className="flex-1 bg-sheet px-4 sm:px-10 py-10">
        <h1 className="text-step font-bold">There is nothing at this address.</h1>
        <p className="mt-2 text-lead text-ink-2">The job or machine may have another number.</p>
        <LinkButton href="/" look="plain" className="mt-5">
          To the bench
        </LinkButton>
      </main>
    </div>
  );
}
