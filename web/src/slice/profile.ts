// How a piece looks from the side, from its thick end to its thin one.

/** Profile of the piece, 0 thick end to 1 thin end: rounded shoulder, gentle taper. */
export function profile(share: number, thickMm: number, thinMm: number): number {
  const round = (from: number, radius: number) => {
    const away = 1 - Math.min(Math.max(from / radius, 0), 1);
    return Math.sqrt(1 - away * away);
  };
  const along = share * share * (3 - 2 * share);
  const corners = (0.5 + 0.5 * round(share, 0.09)) * (0.3 + 0.7 * round(1 - share, 0.06));
  return (thickMm + (thinMm - thickMm) * along) * corners;
}
