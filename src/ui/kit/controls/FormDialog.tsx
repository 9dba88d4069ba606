"use client";
import { Dialog, DialogPanel, DialogTitle } from "@headlessui/react";
import type { FormEvent, ReactNode } from "react";
import { Button } from "./Button";

/** A question, a form, two columns, or a chart beside its words. */
const WIDTHS = { narrow: "max-w-130", usual: "max-w-160", wide: "max-w-220", widest: "max-w-280" } as const;

interface Props {
  title: ReactNode;
  onClose: () => void;
  width?: keyof typeof WIDTHS;
  /** What a form in it does; without it nothing is sent. */
  onSubmit?: () => Promise<unknown> | void;
  /** The words on the button that sends, which stands beside the one that leads back. */
  submit?: string;
  busy?: boolean;
  /** What stands at the right of the title: of what is longer than the page, the way out. */
  beside?: ReactNode;
  children: ReactNode;
}

/**
 * The one dialog: over a dimmed page, as wide as what it holds, given up by Esc. With `onSubmit` it is a form, with
 * `submit` it has the two buttons of one.
 */
export function FormDialog({
  title,
  onClose,
  width = "usual",
  onSubmit,
  submit,
  busy = false,
  beside,
  children,
}: Props) {
  const inside = (
    <>
      <div className="flex items-center justify-between gap-4">
        <DialogTitle className="text-head font-bold">{title}</DialogTitle>
        {beside}
      </div>
      {children}
      {submit ? (
        <div className="mt-6 flex justify-end gap-3">
          <Button big onClick={onClose} keyCap="Esc">
            Back
          </Button>
          <Button type="submit" look="main" big disabled={busy}>
            {submit}
          </Button>
        </div>
      ) : null}
    </>
  );
  const send = (e: FormEvent) => {
    e.preventDefault();
    void onSubmit?.();
  };
  const panel = `w-full border-2 border-ink bg-sheet p-7 ${WIDTHS[width]}`;
  return (
    <DialogShell onClose={onClose}>
      {onSubmit ? (
        <DialogPanel as="form" noValidate onSubmit={send} className={panel}>
          {inside}
        </DialogPanel>
      ) : (
        <DialogPanel className={panel}>{inside}</DialogPanel>
      )}
    </DialogShell>
  );
}

/** What every dialog stands in: over a dimmed page, given up by Esc. Its panel is what holds it. */
export function DialogShell({ onClose, children }: Pick<Props, "onClose" | "children">) {
  return (
    <Dialog open onClose={onClose} className="relative z-50">
      <div aria-hidden className="fixed inset-0 bg-ink/40" />
      <div className="fixed inset-0 grid place-items-center overflow-y-auto p-5">{children}</div>
    </Dialog>
  );
}
