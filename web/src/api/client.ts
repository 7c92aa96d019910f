import type { Choices as PublicationChoices } from "@nail-down/core/composition/choices";
import type * as described from "./types.ts";

/** The server's API as the application uses it; its types are made from the server's description. Every call throws ApiFault with the server's words when it is refused. */
export type Account = described.Account;
export type Session = described.Session;
export type ProblemRecord = described.Problem;
export type Publication = described.Publication;
export type SetRecord = described.WholeSet;
export type NotNailed = described.NotNailed;
export type Job = described.Job;
export type Preview = described.Preview;
export type Usage = described.Usage;

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

let signedOut = (): void => {};

/** Sets what is done when a call finds that the session has ended. */
export function onSignedOut(listen: () => void): void {
  signedOut = listen;
}

type Operations = described.Operations;
/** What an operation takes: the parameters of its path, and its body. */
interface Taken<Body> {
  readonly parameters?: Readonly<Record<string, string>>;
  readonly body?: Body;
  readonly headers?: Readonly<Record<string, string>>;
}

/** Carries an operation out, by its method and path. */
async function call<Key extends keyof Operations>(key: Key, taken: Taken<Operations[Key]["body"]> = {}): Promise<Operations[Key]["answer"]> {
  const [method = "get", path = ""] = key.split(" ");
  const address = path.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(taken.parameters?.[name] ?? ""));
  const content = taken.body === undefined ? {} : { body: JSON.stringify(taken.body) };
  const headers = { ...(taken.body === undefined ? {} : { "content-type": "application/json" }), ...taken.headers };
  let response: Response;
  try {
    // What is deleted as one leaves is deleted all the same.
    response = await fetch(address, { method: method.toUpperCase(), headers, keepalive: method === "delete", ...content });
  } catch {
    throw new ApiFault(0, "the server cannot be reached", undefined);
  }
  if (response.status === 204) return undefined as Operations[Key]["answer"];
  const answer: unknown = await response.json().catch(() => undefined);
  if (response.ok) return answer as Operations[Key]["answer"];
  if (response.status === 401 && key !== "post /api/session") signedOut();
  const error = (answer as Partial<described.Fault> | undefined)?.error;
  throw new ApiFault(response.status, error?.message ?? `the server answered with status ${response.status}`, error?.current);
}

/** The answer is the job itself, and not what it comes to. */
const AT_ONCE = { prefer: "respond-async" };
const job = async (answer: Promise<Job | object>): Promise<Job> => (await answer) as Job;

export const api = {
  session: () => call("get /api/session"),
  signIn: (email: string, password: string) => call("post /api/session", { body: { email, password } }),
  signUp: (name: string, email: string, password: string) => call("post /api/accounts", { body: { name, email, password } }),
  signOut: () => call("delete /api/session"),
  shelf: () => call("get /api/sets"),
  newSet: (title: string) => call("post /api/sets", { body: { title } }),
  importSet: (file: string) => call("post /api/sets/import", { body: { file } }),
  set: (id: string) => call("get /api/sets/{id}", { parameters: { id } }),
  changeSet: (id: string, body: described.SetChange) => call("patch /api/sets/{id}", { parameters: { id }, body }),
  deleteSet: (id: string) => call("delete /api/sets/{id}", { parameters: { id } }),
  newProblem: (id: string, title: string) => call("post /api/sets/{id}/problems", { parameters: { id }, body: { title } }),
  saveProblem: (
    id: string,
    { title, statement, working, version }: Pick<ProblemRecord, "version" | "title" | "statement"> & { readonly working: readonly string[] },
  ) => call("put /api/problems/{id}", { parameters: { id }, body: { title, statement, working: [...working], version } }),
  samples: () => call("get /api/samples"),
  copySample: (name: string) => call("post /api/samples/{name}/copy", { parameters: { name } }),
  copySet: (id: string) => call("post /api/sets/{id}/copy", { parameters: { id } }),
  orderSets: (ids: readonly string[]) => call("put /api/shelf/order", { body: { ids: [...ids] } }),
  copyProblem: (id: string, setId?: string) => call("post /api/problems/{id}/copy", { parameters: { id }, body: setId === undefined ? {} : { setId } }),
  orderProblems: (id: string, ids: readonly string[]) => call("put /api/sets/{id}/order", { parameters: { id }, body: { ids: [...ids] } }),
  deleteProblem: (id: string) => call("delete /api/problems/{id}", { parameters: { id } }),
  beginPreview: (id: string, body: PublicationChoices) => job(call("post /api/sets/{id}/preview", { parameters: { id }, body, headers: AT_ONCE })),
  beginPublishing: (id: string, body: PublicationChoices) => job(call("post /api/sets/{id}/publications", { parameters: { id }, body, headers: AT_ONCE })),
  jobs: () => call("get /api/jobs"),
  preview: (id: string) => call("get /api/jobs/{id}/preview", { parameters: { id } }),
  published: (id: string) => call("get /api/jobs/{id}/publication", { parameters: { id } }),
  cancel: (id: string) => call("delete /api/jobs/{id}", { parameters: { id } }),
  withdraw: (id: string, kind: Publication["kind"]) => call("delete /api/sets/{id}/publications/{kind}", { parameters: { id, kind } }),
};

/** Follows a job until it has ended; the connection is made anew where it breaks. */
export function follow(id: string, tell: (job: Job) => void, signal: AbortSignal): void {
  const source = new EventSource(`/api/jobs/${encodeURIComponent(id)}/events`);
  const stop = (): void => source.close();
  signal.addEventListener("abort", stop, { once: true });
  source.addEventListener("message", (event) => {
    const now = JSON.parse(String(event.data)) as Job;
    if (now.state !== "waiting" && now.state !== "running") stop();
    tell(now);
  });
}
