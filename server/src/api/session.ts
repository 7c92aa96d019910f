import { parseCookie } from "cookie";
import type { Request } from "express";
import { type Account, accountOfSession } from "../data/accounts.ts";
import type { Database } from "../data/database.ts";

export const SESSION_COOKIE = "nail_session";

/** The session's secret token from the cookie, where there is one. */
export const sessionToken = (request: Request): string | undefined => parseCookie(request.headers.cookie ?? "")[SESSION_COOKIE];

/** The account that a request comes from; undefined where nobody is signed in. */
export async function currentAccount(request: Request, database: Database): Promise<Account | undefined> {
  const token = sessionToken(request);
  return token === undefined ? undefined : accountOfSession(database, token);
}
