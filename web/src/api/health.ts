/** The server answers, and is well. */
export async function isThere(): Promise<boolean> {
  try {
    return (await fetch("/api/health")).ok;
  } catch {
    return false;
  }
}
