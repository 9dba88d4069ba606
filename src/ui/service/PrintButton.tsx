"use client";
import { Button } from "@/ui/controls/Button";

export function PrintButton() {
  return (
    <Button look="main" onClick={() => window.print()}>
      Print
    </Button>
  );
}
