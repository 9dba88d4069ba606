"use client";
import { Button } from "./Button";

/** Prints the page as it stands. */
export function PrintButton({ look = "main" }: { look?: "main" | "plain" }) {
  return (
    <Button look={look} onClick={() => window.print()}>
      Print
    </Button>
  );
}
