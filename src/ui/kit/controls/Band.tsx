import { Check, Info, TriangleAlert } from "lucide-react";
import type { ReactNode } from "react";

/** A caution or an error: yellow band with a left bar; what happened, what is kept, one action. */
export function CautionBand({ children, role }: { children: ReactNode; role?: "alert" | "status" }) {
  return (
    <div role={role} className="caution-band flex gap-3 px-4 py-3">
      <TriangleAlert aria-hidden size={20} strokeWidth={1.8} className="mt-0.5 shrink-0" />
      <div className="min-w-0 flex-1 text-body">{children}</div>
    </div>
  );
}

/** One line of evidence: a tick for what holds, a triangle for what makes it less sure. */
export function EvidenceLine({
  kind,
  figure,
  children,
}: {
  kind: "holds" | "caution" | "note";
  figure?: string;
  children: ReactNode;
}) {
  const Icon = kind === "holds" ? Check : kind === "caution" ? TriangleAlert : Info;
  const look = kind === "caution" ? "caution-band px-2.5 py-1" : "px-0 py-0.5";
  return (
    <li className={`flex items-start gap-2.5 text-note leading-[1.35] ${look}`}>
      <Icon aria-hidden size={17} strokeWidth={1.9} className="mt-0.5 shrink-0" />
      <span className="min-w-0 flex-1">{children}</span>
      {figure ? <span className="num shrink-0 text-tag font-medium">{figure}</span> : null}
    </li>
  );
}
