// Files out of the server and into it.
import { type ExportRequest, type Imported, Refused } from "./client";

const UNREACHABLE = "Cindo does not answer. Try again in a moment.";

async function ask(path: string, init?: RequestInit): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(path, init);
  } catch {
    throw new Refused("unreachable", "", UNREACHABLE);
  }
  if (response.ok) return response;
  const body = (await response.json().catch(() => null)) as {
    error?: { code: string; field: string; message: string };
  } | null;
  const { code, field, message } = body?.error ?? { code: "page", field: "", message: UNREACHABLE };
  throw new Refused(code, field, message);
}

const post = (body: BodyInit): RequestInit => ({
  method: "POST",
  headers: { "Content-Type": "application/json" },
  body,
});

/** Hands a file to the browser to keep. */
export function keepFile(blob: Blob, name: string): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

function nameOf(response: Response): string {
  return (
    /filename="([^"]+)"/.exec(response.headers.get("content-disposition") ?? "")?.[1] ?? "card"
  );
}

/** A card as a file, kept by the browser. */
export async function exportCard(request: ExportRequest): Promise<void> {
  const response = await ask("/api/export", post(JSON.stringify(request)));
  keepFile(await response.blob(), nameOf(response));
}

/** The whole book as a file. */
export async function exportBook(): Promise<void> {
  const response = await ask("/api/book");
  keepFile(await response.blob(), nameOf(response));
}

/** Cards out of a file, all or none. */
export async function importCards(file: File): Promise<Imported> {
  const response = await ask("/api/import", post(await file.arrayBuffer()));
  return (await response.json()) as Imported;
}
