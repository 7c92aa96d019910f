import { setMaxListeners } from "node:events";
import { promisify } from "node:util";
import { gunzip } from "node:zlib";
import express, { type NextFunction, type Request, type RequestHandler, type Response, Router } from "express";
import { type RateLimitRequestHandler, rateLimit } from "express-rate-limit";
import type { TSchema } from "typebox";
import { type Account, SESSION_LENGTH } from "../data/accounts.ts";
import { AttemptStore } from "../data/attempts.ts";
import { takes } from "../operating/log.ts";
import { FairQueue } from "../pool/fair-queue.ts";
import type { Services } from "../services.ts";
import { ApiError } from "./faults.ts";
import type { EventsReply, FileReply, Operation, PackedReply, Reply } from "./operation.ts";
import { OPERATIONS } from "./operations/registry.ts";
import { nameOf } from "./schemas.ts";
import { currentAccount, SESSION_COOKIE } from "./session.ts";
import { contentIn } from "./validation.ts";

const MINUTE = 60_000;
const GUARDED_FOR = 10 * MINUTE;

export interface RequestLimits {
  /** Attempts to sign in or up from one address in ten minutes. */
  readonly attempts: number;
  /** Requests of one account in a minute. */
  readonly requests: number;
}

/** Requests of one account that are answered at the same time; what comes beyond waits, and what comes beyond that is refused. */
const AT_ONCE = 4;
const MOST_WAITING = 500;
/** Requests that are answered at the same time, over all accounts. */
const ALL_AT_ONCE = 1000;
/** Requests of one account, and of all, that wait for a job or follow one. */
const HELD = 20;
const ALL_HELD = 10_000;

/** The routes of the API, made from its operations. */
export function apiRouter(services: Services, limits: RequestLimits): Router {
  const router = Router();
  const turns = new FairQueue(ALL_AT_ONCE, AT_ONCE);
  const held = new FairQueue(ALL_HELD, HELD);
  const guard = rateLimit({
    windowMs: GUARDED_FOR,
    limit: limits.attempts,
    store: new AttemptStore(services.database, GUARDED_FOR),
    standardHeaders: "draft-8",
    legacyHeaders: false,
    message: { error: { message: "too many attempts: try again in a few minutes" } },
  });
  const perAccount = rateLimit({
    windowMs: MINUTE,
    limit: limits.requests,
    standardHeaders: "draft-8",
    legacyHeaders: false,
    keyGenerator: (_request, response) => accountIn(response).id,
    message: { error: { message: "too many requests in a minute: wait a little" } },
  });
  for (const operation of OPERATIONS) {
    const path = operation.path.replace(/\{(\w+)\}/g, ":$1");
    router[operation.method](path, takes(`/api${operation.path}`), ...before(operation, services, { guard, perAccount }), async (request, response) => {
      const account = operation.open ? undefined : accountIn(response);
      const answer = (): Promise<void> => answered(operation, services, request, response);
      if (!account) return answer();
      const own = operation.waits || operation.answers === "events" ? held : turns;
      if (own.lengthFor(account.id) >= MOST_WAITING) throw new ApiError(429, "too many requests at the same time: wait for those that were made");
      return own.turn(account.id, answer);
    });
  }
  return router;
}

const accountIn = (response: Response): Account => response.locals["account"] as Account;

/** What a request passes first: whoever has no session, or asks too often, gets no further. */
function before(
  { open, guarded }: Operation,
  { database }: Services,
  { guard, perAccount }: { readonly guard: RateLimitRequestHandler; readonly perAccount: RateLimitRequestHandler },
): readonly RequestHandler[] {
  if (open) return guarded ? [guard] : [];
  const signedIn: RequestHandler = async (request, response, next) => {
    const account = await currentAccount(request, database);
    if (!account) throw new ApiError(401, "sign in first");
    response.locals["account"] = account;
    next();
  };
  return [signedIn, perAccount];
}

/** No body is longer than its content may be (a character has up to six bytes in JSON). */
const BODIES = { open: express.raw({ type: "application/json", limit: "10kb" }), usual: express.raw({ type: "application/json", limit: "8mb" }) } as const;

/** The bytes of a body; they are taken in when it is known who sends them, and when it is their turn. */
async function bytesOf(request: Request, response: Response, read: RequestHandler): Promise<Buffer> {
  await new Promise<void>((resolve, reject) => void read(request, response, (error?: unknown) => (error === undefined ? resolve() : reject(error))));
  const bytes: unknown = request.body;
  if (!Buffer.isBuffer(bytes)) throw new ApiError(415, "a body in JSON was expected (Content-Type: application/json)");
  return bytes;
}

/** Bodies beyond so many bytes are read in the pool: what is read here keeps everyone waiting. */
const READ_HERE = 50_000;

/** @throws ApiError 400 that names the place and what was expected */
async function contentOf({ open }: Operation, schema: TSchema, { pool }: Services, request: Request, response: Response): Promise<unknown> {
  const bytes = await bytesOf(request, response, open ? BODIES.open : BODIES.usual);
  const name = nameOf(schema);
  if (bytes.length <= READ_HERE || !name) return contentIn(bytes, schema);
  const read = await pool.quick("readContent", { bytes, name }, { account: accountIn(response).id });
  if (read.kind === "faulty") throw new ApiError(400, read.message, { field: read.field });
  return read.content;
}

async function answered(operation: Operation, services: Services, request: Request, response: Response): Promise<void> {
  const gone = new AbortController();
  setMaxListeners(0, gone.signal);
  response.once("close", () => {
    if (!response.writableFinished) gone.abort();
  });
  const reply = await operation.handle({
    services,
    account: accountIn(response),
    parameter: (name) => String(request.params[name] ?? ""),
    body: operation.body ? await contentOf(operation, operation.body, services, request, response) : undefined,
    request,
    signal: gone.signal,
  });
  if (!response.headersSent && !gone.signal.aborted) await sent(reply, request, response);
}

async function sent(reply: Reply, request: Request, response: Response): Promise<void> {
  if ("packed" in reply) await sendPacked(reply, request, response);
  else if ("file" in reply) sendFile(reply, response);
  else if ("events" in reply) await sendEvents(reply, response);
  else {
    if (reply.session === "ended") response.clearCookie(SESSION_COOKIE, { path: "/" });
    else if (reply.session)
      response.cookie(SESSION_COOKIE, reply.session.token, { httpOnly: true, sameSite: "lax", secure: request.secure, maxAge: SESSION_LENGTH, path: "/" });
    response.status(reply.status);
    if (reply.body === undefined) response.end();
    else response.json(reply.body);
  }
}

async function sendPacked({ packed, file }: PackedReply, request: Request, response: Response): Promise<void> {
  response.type(file?.type ?? "json").vary("Accept-Encoding");
  if (file) response.attachment(file.name).type(file.type);
  if (request.acceptsEncodings("gzip")) response.setHeader("Content-Encoding", "gzip").end(packed);
  else response.end(await promisify(gunzip)(packed));
}

function sendFile({ file: { name, type, content } }: FileReply, response: Response): void {
  response
    .type(type)
    .attachment(name)
    .send(typeof content === "string" ? content : Buffer.from(content));
}

/** How often something is sent, so that what is in between does not take the connection for dead. */
const ALIVE_EVERY = 15_000;

async function sendEvents({ events }: EventsReply, response: Response): Promise<void> {
  // What compresses, here or on the way, would keep events until there are many.
  response.writeHead(200, { "Content-Type": "text/event-stream; charset=utf-8", "Cache-Control": "no-store, no-transform", "X-Accel-Buffering": "no" });
  response.flushHeaders();
  const alive = setInterval(() => response.write(":\n\n"), ALIVE_EVERY);
  try {
    for await (const event of events) response.write(`data: ${JSON.stringify(event)}\n\n`);
  } finally {
    clearInterval(alive);
    response.end();
  }
}

/** Requests that change something must come from the application's own pages. */
export function sameOrigin(request: Request, _response: Response, next: NextFunction): void {
  const changes = request.method !== "GET" && request.method !== "HEAD";
  const { origin } = request.headers;
  if (changes && origin !== undefined && hostOf(origin) !== request.headers.host) throw new ApiError(403, "this request comes from another site");
  next();
}

/** The host of an origin; none of the origin `null`, which is nobody's. */
const hostOf = (origin: string): string | undefined => (URL.canParse(origin) ? new URL(origin).host : undefined);
