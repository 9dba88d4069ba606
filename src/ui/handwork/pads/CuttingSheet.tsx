import { words } from "@/core/base/words";
import type { CuttingPlan } from "@/core/handwork/pads";
import type { Shelf } from "@/core/workshop/stock";
import { CuttingView } from "./CuttingView";

/** The plan of a job at its true size, with a bar to measure. */
export function CuttingSheet({ plan, shelf, title }: { plan: CuttingPlan; shelf: Shelf; title: string }) {
  const sheets = shelf.cutting?.sheets ?? shelf.sheets;
  if (plan.placed.length === 0)
    return <p className="text-sub">No pad to cut yet: choose the thickness of the new pads first.</p>;
  return (
    <div className="[print-color-adjust:exact]">
      <CuttingView plan={plan} sheets={sheets} print />
      <svg
        width="80mm"
        height="14mm"
        viewBox="0 0 80 14"
        role="img"
        aria-label="Bar of 50 mm"
        className="mt-4 text-ink"
      >
        <path d="M5 2v6M5 5h50M55 2v6" stroke="currentColor" strokeWidth={0.5} fill="none" />
        {[10, 20, 30, 40].map((x) => (
          <path key={x} d={`M${5 + x} 3.6v2.8`} stroke="currentColor" strokeWidth={0.4} />
        ))}
        <text x={30} y={12} textAnchor="middle" fontSize={4} fill="currentColor">
          50 mm
        </text>
      </svg>
      <p className="text-note">
        Measure the bar before you cut: it must be 50 mm. Print at 100 %, not fitted to the page.
      </p>
      <p className="mt-1 text-note font-strong">
        {title}: {words.counted(plan.placed.length, "pad")}, {plan.lines.length} knife lines in the order of their
        numbers
      </p>
    </div>
  );
}
