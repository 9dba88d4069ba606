/** The sign of Ovrant: a heat pipe that ends in fins. */
export function Mark() {
  return (
    <svg aria-hidden width="30" height="28" viewBox="0 0 30 28">
      <path d="M3 9h14a6 6 0 0 1 6 6v11" fill="none" stroke="var(--cu0)" strokeWidth="8.6" />
      <path d="M3 9h14a6 6 0 0 1 6 6v11" fill="none" stroke="var(--copper-fill)" strokeWidth="6.4" />
      <path d="M4 7.6h13a7.4 7.4 0 0 1 7.4 7.4v10" fill="none" stroke="var(--cu4)" strokeWidth="1.3" opacity=".8" />
      <path d="M3 2v14M6.6 2v14M10.2 2v14M13.8 2v14" stroke="var(--ink)" strokeWidth="1.7" />
      <path d="M18 26.2h10" stroke="var(--ink)" strokeWidth="2.4" />
    </svg>
  );
}
