import type { Request } from "express";
import type { Static, TSchema } from "typebox";
import type { Account } from "../data/accounts.ts";
import type { Services } from "../services.ts";

/** What an operation is asked: by whom, with which parameters of its path, and with which content. */
export interface Asked<Content> {
  readonly services: Services;
  readonly account: Account;
  readonly parameter: (name: string) => string;
  readonly body: Content;
  readonly request: Request;
  /** Aborted when whoever asked has gone. */
  readonly signal: AbortSignal;
}

/** The answers of an operation by their status: a schema, or nothing. */
type Answers = Readonly<Record<number, TSchema | null>>;

type Body<Schema> = Schema extends TSchema ? Static<Schema> : undefined;
type OneOf<A extends Answers> = { readonly [Status in keyof A & number]: { readonly status: Status; readonly body: Body<A[Status]> } }[keyof A & number];

/** An answer with its status; without content where there is none. */
export function reply<Status extends number>(status: Status): { readonly status: Status; readonly body: undefined };
/** An answer with its status and its content. */
export function reply<Status extends number, Content>(status: Status, body: Content): { readonly status: Status; readonly body: Content };
/** An answer with its status and, where there is some, its content. */
export function reply(status: number, body?: unknown): object {
  return { status, body };
}

/** A session that begins or ends with an answer. */
interface WithSession {
  readonly session?: { readonly token: string } | "ended";
}

/** A file to save. */
export interface FileReply {
  readonly file: { readonly name: string; readonly type: string; readonly content: string | Uint8Array };
}

/** Content that was compressed with gzip before: JSON, or a file to save. It is not looked at on its way. */
export interface PackedReply {
  readonly packed: Buffer;
  readonly file?: { readonly name: string; readonly type: string };
}

/** Records that follow each other until the last (server-sent events). */
export interface EventsReply {
  readonly events: AsyncIterable<object>;
}

interface Common {
  readonly method: "get" | "post" | "put" | "patch" | "delete";
  /** As `/sets/{id}`, below `/api`. */
  readonly path: string;
  readonly summary: string;
  readonly query?: Readonly<Record<string, string>>;
  /** It may wait for a job, which has turns of its own. */
  readonly waits?: true;
}

/** An operation of the API: everything that its route, its description and the types of both sides are made from. */
export type Operation = Common & {
  readonly body: TSchema | undefined;
  readonly answers: Answers | "file" | "events";
  /** For whoever is not signed in, too. */
  readonly open: boolean;
  /** Few attempts are allowed: whoever guesses passwords tries many. */
  readonly guarded: boolean;
  readonly handle: (asked: Asked<unknown>) => Promise<Reply>;
};

export type Reply = ({ readonly status: number; readonly body: unknown } & WithSession) | FileReply | PackedReply | EventsReply;

/** What holds for an operation where nothing else is said: it takes nothing, and is for those who are signed in. */
const USUAL = { body: undefined, open: false, guarded: false } as const;

/** Defines an operation of somebody who is signed in, with its content and its answers in JSON. */
export function operation<Schema extends TSchema | undefined, A extends Answers>(
  definition: Common & { readonly body?: Schema; readonly answers: A; readonly handle: (asked: Asked<Body<Schema>>) => Promise<OneOf<A> | PackedReply> },
): Operation {
  const handle = definition.handle as (asked: Asked<unknown>) => Promise<Reply>;
  return { ...USUAL, ...definition, handle };
}

/** Defines an operation that needs no session; a guarded one allows few attempts. */
export function openOperation<Schema extends TSchema | undefined, A extends Answers>(
  definition: Common & {
    readonly body?: Schema;
    readonly guarded?: true;
    readonly answers: A;
    readonly handle: (asked: Omit<Asked<Body<Schema>>, "account">) => Promise<OneOf<A> & WithSession>;
  },
): Operation {
  const handle = definition.handle as unknown as (asked: Asked<unknown>) => Promise<Reply>;
  return { ...USUAL, ...definition, open: true, handle };
}

/** Defines an operation that answers with a file. */
export const fileOperation = (definition: Common & { readonly handle: (asked: Asked<undefined>) => Promise<FileReply | PackedReply> }): Operation => ({
  ...USUAL,
  ...definition,
  answers: "file",
  handle: definition.handle as (asked: Asked<unknown>) => Promise<Reply>,
});

/** Defines an operation that answers with events. */
export const eventsOperation = (definition: Common & { readonly handle: (asked: Asked<undefined>) => Promise<EventsReply> }): Operation => ({
  ...USUAL,
  ...definition,
  answers: "events",
  handle: definition.handle as (asked: Asked<unknown>) => Promise<Reply>,
});
