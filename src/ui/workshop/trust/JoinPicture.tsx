const INK = { stroke: "var(--d-ink)", strokeWidth: 1.8 };

/** Plug and socket apart; both sides show the same four digits. */
export function JoinPicture({ digits, name }: { digits: string; name: string }) {
  const shown = `${digits.slice(0, 2)} ${digits.slice(2)}`;
  return (
    <svg
      viewBox="0 0 820 440"
      role="img"
      aria-label={`The workshop's plug and this bench are apart. This bench shows ${shown}; the workshop must too.`}
      className="block h-auto w-full"
    >
      <rect x={20} y={44} width={800} height={38} fill="var(--d-al2)" />
      <path d="M20 44H820M20 82H820" {...INK} />
      <text x={40} y={69} fontSize={15} fontWeight={600} fill="var(--on-al)">
        Tags hang here once the bench is known
      </text>
      {[96, 220, 344, 468, 592, 716].map((x) => (
        <path key={x} d={`M${x} 82v12a5 5 0 0 0 10 0`} fill="none" {...INK} />
      ))}
      <rect x={40} y={160} width={250} height={230} rx={8} fill="var(--d-cover)" {...INK} />
      {[
        [54, 174],
        [276, 174],
        [54, 376],
        [276, 376],
      ].map(([x, y]) => (
        <circle key={`${x} ${y}`} cx={x} cy={y} r={5} fill="var(--d-al1)" {...INK} strokeWidth={1.2} />
      ))}
      <g fill="var(--ink)">
        <text x={64} y={262} fontSize={19} fontWeight={700}>
          The workshop
        </text>
        <text x={64} y={288} fontSize={15}>
          must show the same
        </text>
        <text x={64} y={340} fontSize={30} fontWeight={700} fontFamily="var(--font-num)">
          {shown}
        </text>
      </g>
      <rect x={290} y={300} width={26} height={48} rx={4} fill="var(--d-we2)" {...INK} />
      <rect x={316} y={308} width={8} height={32} fill="var(--d-we1)" {...INK} />
      <path d="M330 324H396" stroke="var(--ink)" strokeWidth={2} strokeDasharray="6 5" />
      <rect x={402} y={304} width={52} height={42} rx={5} fill="#efe6d2" {...INK} />
      <path d="M410 314h20M410 325h14M410 336h20" stroke="var(--d-padl)" strokeWidth={1.4} />
      {["var(--copper)", "var(--air)", "var(--room)"].map((c, i) => (
        <path
          key={c}
          d={`M454 ${316 + i * 9}C500 ${316 + i * 9} 508 ${272 + i * 15} 562 ${272 + i * 15}`}
          fill="none"
          stroke={c}
          strokeWidth={4}
        />
      ))}
      <rect x={560} y={140} width={220} height={280} rx={16} fill="var(--d-we2)" {...INK} />
      <rect x={574} y={156} width={192} height={248} rx={3} fill="var(--sheet)" />
      <g textAnchor="middle" fill="var(--ink)">
        <text x={670} y={232} fontSize={20} fontWeight={700}>
          {name.length > 18 ? `${name.slice(0, 17)}…` : name}
        </text>
        <text x={670} y={256} fontSize={15} fill="var(--ink-2)">
          this device
        </text>
        <text x={670} y={326} fontSize={38} fontWeight={700} fontFamily="var(--font-num)">
          {shown}
        </text>
        <text x={670} y={354} fontSize={15} fill="var(--ink-2)">
          both must show this
        </text>
      </g>
    </svg>
  );
}
