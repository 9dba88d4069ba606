import { BenchBar } from "@/ui/workshop/trust/BenchBar";

/** The load page of no run. */
export default function NoLoad() {
  return (
    <div className="flex min-h-dvh flex-col">
      <BenchBar title="Load" note="" />
      <main className="flex-1 bg-sheet px-4 py-10 sm:px-10">
        <h1 className="text-step font-bold">This address opens no run.</h1>
        <p className="mt-2 text-lead text-ink-2">
          There is no such run, or it has a new token since. Copy the address anew from the page of the run.
        </p>
      </main>
    </div>
  );
}
