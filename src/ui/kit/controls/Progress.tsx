import { Button } from "./Button";

interface Props {
  label: string;
  /** How far, 0 to 1; null where nobody can tell. */
  share: number | null;
  onCancel?: (() => void) | undefined;
}

/** Work that takes longer than a second: how far it is, and a way to stop it. */
export function Progress({ label, share, onCancel }: Props) {
  const percent = share === null ? null : Math.round(share * 100);
  return (
    <div role="status" className="w-full max-w-130">
      <p className="text-title font-strong">{label}</p>
      <div
        role="progressbar"
        aria-label={label}
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={percent ?? undefined}
        className="mt-4 h-5.5 overflow-hidden border-2 border-ink bg-sheet"
      >
        {percent === null ? (
          <div className="under-way h-full bg-copper-fill" />
        ) : (
          <div className="h-full bg-copper-fill" style={{ width: `${percent}%` }} />
        )}
      </div>
      <div className="mt-3 flex min-h-12 items-center justify-between">
        <span className="num text-lead">{percent === null ? "" : `${percent} %`}</span>
        {onCancel ? (
          <Button onClick={onCancel} keyCap="Esc">
            Cancel
          </Button>
        ) : null}
      </div>
    </div>
  );
}
