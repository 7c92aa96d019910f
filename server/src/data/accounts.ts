import { createHash, randomBytes, randomUUID } from "node:crypto";
import { hash, verify } from "@node-rs/argon2";
import { and, eq, gt, lt } from "drizzle-orm";
import type { Database } from "./database.ts";
import { accounts, sessions } from "./schema.ts";

export interface Account {
  readonly id: string;
  readonly email: string;
  readonly name: string;
}

const DAY = 24 * 3600 * 1000;
export const SESSION_LENGTH = 30 * DAY;

const normalEmail = (email: string): string => email.trim().toLowerCase();
const tokenHash = (token: string): string => createHash("sha256").update(token).digest("hex");

/** A hash that no password has, verified when an account is unknown so that both answers take the same time. */
let decoy: Promise<string> | undefined;

/** Makes an account; undefined when the address has one already. Passwords are hashed with Argon2id. */
export async function createAccount(database: Database, details: { email: string; name: string; password: string }): Promise<Account | undefined> {
  const account = { id: randomUUID(), email: normalEmail(details.email), name: details.name.trim() };
  const passwordHash = await hash(details.password);
  const inserted = await database
    .insert(accounts)
    .values({ ...account, passwordHash, createdAt: Date.now() })
    .onConflictDoNothing()
    .returning({ id: accounts.id });
  return inserted.length === 1 ? account : undefined;
}

/** The account with this address and password, or undefined. */
export async function checkPassword(database: Database, email: string, password: string): Promise<Account | undefined> {
  const [found] = await database
    .select()
    .from(accounts)
    .where(eq(accounts.email, normalEmail(email)));
  decoy ??= hash(randomBytes(16).toString("hex"));
  const right = await verify(found?.passwordHash ?? (await decoy), password);
  return found && right ? { id: found.id, email: found.email, name: found.name } : undefined;
}

/** Starts a session and returns its secret token, of which only the hash is kept. Sessions that have ended are cleared away. */
export async function startSession(database: Database, accountId: string): Promise<string> {
  const token = randomBytes(32).toString("base64url");
  await database.delete(sessions).where(lt(sessions.expiresAt, Date.now()));
  await database.insert(sessions).values({ tokenHash: tokenHash(token), accountId, expiresAt: Date.now() + SESSION_LENGTH });
  return token;
}

export async function endSession(database: Database, token: string): Promise<void> {
  await database.delete(sessions).where(eq(sessions.tokenHash, tokenHash(token)));
}

export async function accountOfSession(database: Database, token: string): Promise<Account | undefined> {
  const [found] = await database
    .select({ id: accounts.id, email: accounts.email, name: accounts.name })
    .from(sessions)
    .innerJoin(accounts, eq(accounts.id, sessions.accountId))
    .where(and(eq(sessions.tokenHash, tokenHash(token)), gt(sessions.expiresAt, Date.now())));
  return found;
}
