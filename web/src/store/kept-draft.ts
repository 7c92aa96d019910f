import type { Draft } from "./bench.ts";

/** A draft that has not reached the server, with the version it is based on; kept in the browser against crashes and lost connections. */
export interface KeptDraft {
  readonly draft: Draft;
  readonly version: number;
}

const key = (problemId: string): string => `draft ${problemId}`;

export function keepDraft(problemId: string, kept: KeptDraft): void {
  try {
    localStorage.setItem(key(problemId), JSON.stringify(kept));
  } catch {
    // A full or forbidden store only means that a crash may lose what is not saved yet.
  }
}

export function forgetDraft(problemId: string): void {
  localStorage.removeItem(key(problemId));
}

export function keptDraft(problemId: string): KeptDraft | undefined {
  const text = localStorage.getItem(key(problemId));
  if (text === null) return undefined;
  const value = JSON.parse(text) as Partial<KeptDraft>;
  return value.draft && typeof value.version === "number" && Array.isArray(value.draft.working) ? { draft: value.draft, version: value.version } : undefined;
}
