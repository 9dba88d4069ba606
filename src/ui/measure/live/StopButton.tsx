/** A stop sign with the square of a stop. */
const Sign = () => (
  <svg aria-hidden width="42" height="42" viewBox="0 0 42 42" fill="none" stroke="currentColor" strokeWidth="3">
    <path d="M13.5 3h15L39 13.5v15L28.5 39h-15L3 28.5v-15z" />
    <rect x="14.5" y="14.5" width="13" height="13" fill="currentColor" stroke="none" />
  </svg>
);

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
      className="flex min-h-20 w-full items-center gap-3.5 rounded-control bg-stop px-4 text-left text-[25px]
        font-strong text-on-stop hover:brightness-110 disabled:opacity-55"
    >
      <Sign />
      <span className="flex-1 whitespace-nowrap">{children}</span>
      <kbd aria-hidden className="num rounded-tight border-2 border-b-4 border-on-stop/70 px-2 text-lead">
        Esc
      </kbd>
    </button>
  );
}
