// That this device is signed out is told wherever it is met; whoever draws the door hears it.
const heard = new Set<() => void>();

export function tellSignedOut(): void {
  for (const to of heard) to();
}

/** Hears of it until it is told to stop. */
export function onSignedOut(to: () => void): () => void {
  heard.add(to);
  return () => heard.delete(to);
}
