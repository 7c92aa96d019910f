import { type Request, type Response, Router } from "express";
import { rateLimit } from "express-rate-limit";
import { type Account, checkPassword, createAccount, endSession, SESSION_LENGTH, startSession } from "../data/accounts.ts";
import type { Database } from "../data/database.ts";
import { ApiError, body, currentAccount, SESSION_COOKIE, sessionToken } from "./http.ts";

const MINUTE = 60_000;

export interface AccountSettings {
  /** Sign-in attempts allowed from one address in ten minutes. */
  readonly attempts: number;
  /** Shown on the sign-in page in demo mode only. */
  readonly demo: { readonly email: string; readonly password: string } | undefined;
}

/** Sign up, sign in, sign out, and who is signed in. */
export function accountRoutes(database: Database, settings: AccountSettings): Router {
  const router = Router();
  const limited = rateLimit({
    windowMs: 10 * MINUTE,
    limit: settings.attempts,
    standardHeaders: "draft-8",
    legacyHeaders: false,
    message: { error: { message: "too many attempts: try again in a few minutes" } },
  });
  const begin = async (request: Request, response: Response, account: Account): Promise<void> => {
    const token = await startSession(database, account.id);
    response.cookie(SESSION_COOKIE, token, { httpOnly: true, sameSite: "lax", secure: request.secure, maxAge: SESSION_LENGTH, path: "/" });
    response.json({ account: { name: account.name, email: account.email } });
  };

  router.get("/session", async (request, response) => {
    const account = await currentAccount(request, database);
    response.json({ account: account ? { name: account.name, email: account.email } : null, demo: settings.demo ?? null });
  });
  router.post("/accounts", limited, async (request, response) => {
    const account = await createAccount(database, body(request, "signUp"));
    if (!account) throw new ApiError(409, "there is an account with this e-mail address already", { field: "email" });
    response.status(201);
    await begin(request, response, account);
  });
  router.post("/session", limited, async (request, response) => {
    const { email, password } = body(request, "signIn");
    const account = await checkPassword(database, email, password);
    if (!account) throw new ApiError(401, "the e-mail address or the password is not right");
    await begin(request, response, account);
  });
  router.delete("/session", async (request, response) => {
    const token = sessionToken(request);
    if (token !== undefined) await endSession(database, token);
    response.clearCookie(SESSION_COOKIE, { path: "/" });
    response.status(204).end();
  });
  return router;
}
