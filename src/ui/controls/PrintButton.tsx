"use client";
import { Button } from "./Button";

export function PrintButton() {
  return (
    <Button look="main" onClick={() => window.print()}>
      Print
    </Button>
  );
}
