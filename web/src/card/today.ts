/** Today where the cook is, YYYY-MM-DD. */
export function today(): string {
  return new Date().toLocaleDateString("sv");
}
