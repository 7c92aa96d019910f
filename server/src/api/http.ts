import { Ajv2020 } from "ajv/dist/2020.js";
import formats from "ajv-formats";
import type { NextFunction, Request, RequestHandler, Response } from "express";
import { type Account, accountOfSession } from "../data/accounts.ts";
import type { Database } from "../data/database.ts";
import { type Bodies, SCHEMAS, type SchemaName } from "./schemas.ts";

export const SESSION_COOKIE = "nail_session";

/** A fault that the caller can mend, with its HTTP status. */
export class ApiError extends Error {
  override readonly name = "ApiError";
  readonly status: number;
  readonly details: object | undefined;

  constructor(status: number, message: string, details?: object) {
    super(message);
    this.status = status;
    this.details = details;
  }
}

const ajv = new Ajv2020({ allErrors: false });
formats.default(ajv);
const validators = new Map(Object.entries(SCHEMAS).map(([name, schema]) => [name, ajv.compile(schema)]));

/** The request's body, validated. Throws ApiError 400 that names the place and what was expected. */
export const body = <Name extends SchemaName>(request: Request, name: Name): Bodies[Name] => validated(name, request.body);

/** Content that came with a request, validated, as `body`. */
export function validated<Name extends SchemaName>(name: Name, content: unknown): Bodies[Name] {
  const validate = validators.get(name);
  if (validate?.(content)) return content as Bodies[Name];
  const [fault] = validate?.errors ?? [];
  const field = fault?.instancePath.replace(/^\//, "").replaceAll("/", ".") ?? "";
  throw new ApiError(400, `${field === "" ? "the request" : field} ${fault?.message ?? "is not valid"}`, { field });
}

/** The session's secret token from the cookie, where there is one. */
export function sessionToken(request: Request): string | undefined {
  const match = new RegExp(`(?:^|;\\s*)${SESSION_COOKIE}=([^;]+)`).exec(request.headers.cookie ?? "");
  return match?.[1];
}

export async function currentAccount(request: Request, database: Database): Promise<Account | undefined> {
  const token = sessionToken(request);
  return token === undefined ? undefined : accountOfSession(database, token);
}

/** A handler for those who are signed in only. */
export function signedIn(database: Database, handle: (account: Account, request: Request, response: Response) => Promise<void>): RequestHandler {
  return async (request, response) => {
    const account = await currentAccount(request, database);
    if (!account) throw new ApiError(401, "sign in first");
    await handle(account, request, response);
  };
}

/** The value of a path parameter. */
export function parameter(request: Request, name: string): string {
  const value = request.params[name];
  return typeof value === "string" ? value : "";
}

/** Requests that change something must come from the application's own pages: same origin, JSON body. */
export function sameOrigin(request: Request, _response: Response, next: NextFunction): void {
  const changes = request.method !== "GET" && request.method !== "HEAD";
  const { origin } = request.headers;
  if (changes && origin !== undefined && new URL(origin).host !== request.headers.host) throw new ApiError(403, "this request comes from another site");
  next();
}
