import type { Choices, PublicationKind } from "@nail-down/core/composition/choices";

/** The server's API as the application uses it. Every call throws ApiFault with the server's words when it is refused. */
export interface Account {
  readonly name: string;
  readonly email: string;
}
export interface Session {
  readonly account: Account | null;
  readonly demo: { readonly email: string; readonly password: string } | null;
}
export interface ShelfEntry {
  readonly id: string;
  readonly title: string;
  readonly problems: number;
  readonly updatedAt: number;
}
export interface ProblemRecord {
  readonly id: string;
  readonly setId: string;
  readonly title: string;
  readonly statement: string;
  readonly working: readonly string[];
  readonly version: number;
}
export interface Publication {
  readonly id: string;
  readonly kind: PublicationKind;
  readonly number: number;
  readonly address: string;
  readonly createdAt: number;
  readonly withdrawnAt: number | null;
}
export interface SetRecord {
  readonly id: string;
  readonly title: string;
  readonly introduction: string;
  readonly frontMatter: string;
  readonly version: number;
  readonly problems: readonly ProblemRecord[];
  readonly publications: readonly Publication[];
}
export interface NotNailed {
  /** The place of the problem in the set, from 0. */
  readonly index: number;
  readonly problem: string;
  readonly line: number;
  readonly verdict: string;
}

/** A refused or failed call. Status 0: the server could not be reached. */
export class ApiFault extends Error {
  override readonly name = "ApiFault";
  readonly status: number;
  readonly current: unknown;

  constructor(status: number, message: string, current: unknown) {
    super(message);
    this.status = status;
    this.current = current;
  }
}

async function call<T>(method: string, path: string, content?: object): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, { method, ...(content ? { headers: { "content-type": "application/json" }, body: JSON.stringify(content) } : {}) });
  } catch {
    throw new ApiFault(0, "the server cannot be reached", undefined);
  }
  if (response.status === 204) return undefined as T;
  const answer: unknown = await response.json().catch(() => undefined);
  if (response.ok) return answer as T;
  const error = (answer as { error?: { message?: string; current?: unknown } } | undefined)?.error;
  throw new ApiFault(response.status, error?.message ?? `the server answered with status ${response.status}`, error?.current);
}

export const api = {
  session: () => call<Session>("GET", "/session"),
  signIn: (email: string, password: string) => call<{ account: Account }>("POST", "/session", { email, password }),
  signUp: (name: string, email: string, password: string) => call<{ account: Account }>("POST", "/accounts", { name, email, password }),
  signOut: () => call<void>("DELETE", "/session"),
  shelf: () => call<{ sets: readonly ShelfEntry[] }>("GET", "/sets"),
  newSet: (title: string) => call<{ id: string }>("POST", "/sets", { title }),
  importSet: (file: string) => call<{ id: string }>("POST", "/sets/import", { file }),
  set: (id: string) => call<SetRecord>("GET", `/sets/${id}`),
  changeSet: (id: string, change: { version: number; title?: string; introduction?: string; frontMatter?: string }) =>
    call<{ version: number }>("PATCH", `/sets/${id}`, change),
  deleteSet: (id: string) => call<void>("DELETE", `/sets/${id}`),
  newProblem: (setId: string, title: string) => call<ProblemRecord>("POST", `/sets/${setId}/problems`, { title }),
  saveProblem: (id: string, change: Pick<ProblemRecord, "version" | "title" | "statement" | "working">) =>
    call<ProblemRecord>("PUT", `/problems/${id}`, change),
  deleteProblem: (id: string) => call<void>("DELETE", `/problems/${id}`),
  preview: (setId: string, choices: Choices) => call<{ html: string; notNailed: readonly NotNailed[] }>("POST", `/sets/${setId}/preview`, choices),
  publish: (setId: string, choices: Choices) =>
    call<{ publication: Publication; notNailed: readonly NotNailed[] }>("POST", `/sets/${setId}/publications`, choices),
  withdraw: (setId: string, kind: PublicationKind) => call<{ publications: readonly Publication[] }>("DELETE", `/sets/${setId}/publications/${kind}`),
};
