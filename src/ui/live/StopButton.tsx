import { OctagonX } from "lucide-react";

/** The one big stop: the load ends, the log stays. */
export function StopButton({
  onStop,
  disabled,
  children,
}: {
  onStop: () => void;
  disabled?: boolean;
  children: string;
}) {
  return (
    <button
      type="button"
      onClick={onStop}
      disabled={disabled}
      className="flex min-h-20 w-full items-center gap-4 rounded-control bg-stop px-5 text-left text-[27px]
        font-strong text-on-stop hover:brightness-110 disabled:opacity-55"
    >
      <OctagonX aria-hidden size={40} strokeWidth={1.8} />
      <span className="flex-1">{children}</span>
      <kbd aria-hidden className="num rounded-tight border-2 border-b-4 border-on-stop/70 px-2 text-lead">
        Esc
      </kbd>
    </button>
  );
}
