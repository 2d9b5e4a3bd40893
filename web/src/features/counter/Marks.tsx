// What a drawing says beside the shape: frost, bones, scales, scores.
type FrostProps = { id: string };

/** Crystals, for whatever is frozen. */
export function Frost({ id }: FrostProps) {
  return (
    <pattern id={id} width={30} height={26} patternUnits="userSpaceOnUse">
      <path
        d="M6 2v10M1.7 4.5l8.6 5M10.3 4.5l-8.6 5M21 14v10M16.7 16.5l8.6 5M25.3 16.5l-8.6 5"
        stroke="var(--color-info)"
        strokeWidth={1.1}
        fill="none"
        opacity={0.75}
      />
    </pattern>
  );
}

/** Scallops along the board side. */
export function Scales({ from, to, y }: { from: number; to: number; y: number }) {
  const n = Math.max(1, Math.floor((to - from) / 12));
  const each = (to - from) / n;
  const arcs = Array.from({ length: n }, () => `q${each / 2} 7 ${each} 0`).join(" ");
  return <path d={`M${from} ${y} ${arcs}`} fill="none" stroke="currentColor" strokeWidth={1.1} />;
}

/** Cuts through the skin, seen from the side. */
export function Scores(props: { from: number; to: number; y: number; up: boolean }) {
  const { from, to, y, up } = props;
  const h = up ? 11 : -11;
  return [0.2, 0.4, 0.6, 0.8].map((share) => {
    const x = from + share * (to - from);
    return (
      <path
        key={share}
        d={`M${x - 3.5} ${y} L${x} ${y - h} L${x + 3.5} ${y} Z`}
        fill="var(--color-base-100)"
        stroke="currentColor"
        strokeWidth={1.1}
      />
    );
  });
}

/** Cut ends of bones. */
export function Bones({ at }: { at: [number, number, number][] }) {
  return at.map(([x, y, r]) => (
    <circle
      key={`${x}`}
      cx={x}
      cy={y}
      r={r}
      fill="var(--color-base-100)"
      stroke="currentColor"
      strokeWidth={1.3}
    />
  ));
}
