"use client";
import type { ReactNode } from "react";
import { may, type Right } from "@/core/workshop/trust";
import { useSignedIn } from "./signedIn";

/** Whether who is signed in may do something; on Ovrant's own machine everybody may. */
export function useMay(right: Right): boolean {
  const { as, role } = useSignedIn();
  return as !== "person" || role === null || may(role, right);
}

interface Props {
  right: Right;
  /** Says nothing beside it: the words stand there already. */
  quiet?: boolean;
  children: ReactNode;
}

/**
 * Forms and buttons of those who may: shown to all, so that everybody sees what there is, and at rest for the others,
 * with who does it. The server refuses them as well.
 */
export function Allowed({ right, quiet = false, children }: Props) {
  const allowed = useMay(right);
  if (allowed) return children;
  return (
    <>
      {quiet ? null : (
        <p role="note" className="bg-plane px-5 py-1.5 text-body text-ink-2">
          {WHO[right]}
        </p>
      )}
      <fieldset disabled className="contents">
        {children}
      </fieldset>
    </>
  );
}

const WHO: Readonly<Record<Right, string>> = {
  look: "Sign in to see this.",
  work: "A technician or a learner does this; the front desk looks on.",
  close: "A technician does this.",
  manage: "A technician does this.",
};
