import type { LibsqlError } from "@libsql/client";
import type { ErrorRequestHandler } from "express";
import type { Logger } from "pino";
import { databaseFault } from "../data/database.ts";
import { LimitReached } from "../data/usage.ts";
import { errorShape, routeOf } from "../operating/log.ts";
import { TookTooMuch } from "../pool/pool.ts";
import { ApiError } from "./faults.ts";

/** What is said of a database that cannot store: the truth about what is stored where. */
const STORAGE: readonly (readonly [RegExp, number, string])[] = [
  [/^SQLITE_FULL|^SQLITE_IOERR/, 507, "the server's disk is full or does not write: this was not stored; what was stored before is there"],
  [/^SQLITE_READONLY|^SQLITE_CANTOPEN|^SQLITE_PERM/, 503, "the server cannot write at the moment: this was not stored; what was stored before is there"],
  [/^SQLITE_BUSY|^SQLITE_LOCKED/, 503, "the server is busy with other changes: this was not stored; try again in a moment"],
  [/^SQLITE_CONSTRAINT/, 409, "this does not fit what is stored now: it was not stored"],
];

const UNKNOWN_STORAGE = [503, "the server's database does not answer: this was not stored; what was stored before is there"] as const;

function ofStorage({ code }: LibsqlError): readonly [number, string] {
  const known = STORAGE.find(([codes]) => codes.test(code));
  return known ? [known[1], known[2]] : UNKNOWN_STORAGE;
}

/** Seconds after which a request that could not be done now may be made again. */
const AGAIN_AFTER = 2;

/** The error that the caller is told. */
function told(error: unknown): ApiError {
  if (error instanceof ApiError) return error;
  if (error instanceof LimitReached) return new ApiError(429, error.message);
  if (error instanceof TookTooMuch) return new ApiError(422, error.message);
  const storage = databaseFault(error);
  if (storage) return new ApiError(...ofStorage(storage));
  if (isClientFault(error)) return new ApiError(error.status, error.message);
  return new ApiError(500, "something went wrong on the server; nothing you wrote is lost");
}

/** Faults the caller can mend are answered in words; others are logged, without what anyone wrote, and answered without details. */
export const reportFault =
  (log: Logger): ErrorRequestHandler =>
  (error, request, response, next) => {
    const { status, message, details } = told(error);
    if (status >= 500) log.error({ route: routeOf(request, response), fault: errorShape(error) }, "a request failed");
    if (response.headersSent) return next(error);
    if (status === 503) response.setHeader("Retry-After", AGAIN_AFTER);
    response.status(status).json({ error: { message, ...details } });
  };

/** Errors of the body parser carry a status below 500. */
function isClientFault(error: unknown): error is Error & { readonly status: number } {
  return error instanceof Error && "status" in error && typeof error.status === "number" && error.status >= 400 && error.status < 500;
}
