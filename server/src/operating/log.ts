import type { Request, RequestHandler, Response } from "express";
import type { Logger } from "pino";
import { databaseFault } from "../data/database.ts";

/** What the log keeps of an error: its kind and where it happened. Messages may quote what users wrote, and stay out. */
export interface ErrorShape {
  readonly type: string;
  readonly code?: string;
  readonly at: readonly string[];
}

const MOST_FRAMES = 8;

export function errorShape(error: unknown): ErrorShape {
  if (!(error instanceof Error)) return { type: typeof error, at: [] };
  const own = "code" in error && typeof error.code === "string" ? error.code : undefined;
  const code = databaseFault(error)?.code ?? own;
  const at = (error.stack ?? "").split("\n").flatMap((line) => /^\s+at (.{1,200})/.exec(line)?.[1] ?? []);
  return { type: error.name, ...(code === undefined ? {} : { code }), at: at.slice(0, MOST_FRAMES) };
}

/** The pattern of the route that a request took: addresses of published pages and names of sets are nobody's business. */
export function routeOf(request: Request, response: Response): string {
  const told: unknown = response.locals["route"];
  if (typeof told === "string") return told;
  const path: unknown = request.route?.path;
  return typeof path === "string" ? `${request.baseUrl}${path}` : "files";
}

/** Says which route a request takes, for those who look at its end, where the request no longer knows it. */
export const takes =
  (route: string): RequestHandler =>
  (_request, response, next) => {
    response.locals["route"] = route;
    next();
  };

/** A line in the log for each request. */
export const logged =
  (log: Logger): RequestHandler =>
  (request, response, next) => {
    const start = performance.now();
    response.once("finish", () =>
      log.info(
        { method: request.method, route: routeOf(request, response), status: response.statusCode, ms: Math.round(performance.now() - start) },
        "request",
      ),
    );
    next();
  };
