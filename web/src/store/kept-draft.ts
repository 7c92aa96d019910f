/** A problem's text as it is stored. */
interface StoredDraft {
  readonly title: string;
  readonly statement: string;
  readonly working: readonly string[];
}

/** A draft that has not reached the server, with the version it is based on; kept in the browser against crashes and lost connections. */
export interface KeptDraft {
  readonly draft: StoredDraft;
  readonly version: number;
}

const key = (problemId: string): string => `draft ${problemId}`;

/** Keeps a draft; whether it is kept: the browser's store may be full or forbidden. */
export function keepDraft(problemId: string, kept: KeptDraft): boolean {
  try {
    localStorage.setItem(key(problemId), JSON.stringify(kept));
    return true;
  } catch {
    return false;
  }
}

/** Keeps nothing of a problem any more: the server has it. */
export function forgetDraft(problemId: string): void {
  try {
    localStorage.removeItem(key(problemId));
  } catch {
    // A store that cannot be written holds nothing of this problem.
  }
}

/** The draft that is kept; none where what is kept cannot be read. */
export function keptDraft(problemId: string): KeptDraft | undefined {
  try {
    const value: unknown = JSON.parse(localStorage.getItem(key(problemId)) ?? "null");
    return isKept(value) ? value : undefined;
  } catch {
    return undefined;
  }
}

const isRecord = (value: unknown): value is Readonly<Record<string, unknown>> => typeof value === "object" && value !== null;

function isKept(value: unknown): value is KeptDraft {
  if (!isRecord(value) || typeof value["version"] !== "number" || !isRecord(value["draft"])) return false;
  const { title, statement, working } = value["draft"];
  return typeof title === "string" && typeof statement === "string" && Array.isArray(working) && working.every((line) => typeof line === "string");
}
