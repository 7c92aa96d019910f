import { promisify } from "node:util";
import { gunzip } from "node:zlib";
import { type Request, type RequestHandler, Router } from "express";
import type { Database } from "../data/database.ts";
import { keptStyles } from "../data/page-styles.ts";
import { ENCODINGS, type Encoding, pictureAt } from "../data/publications.ts";
import type { ServedPages } from "../publish/served-pages.ts";
import type { PageStyles } from "../publish/styles.ts";

/** The value of a path parameter. */
const parameter = (request: Request, name: string): string => String(request.params[name] ?? "");

/** A page may bring its own styles and fonts, and pictures; nothing foreign, and nothing that runs. */
const POLICY =
  "default-src 'none'; style-src 'self'; style-src-attr 'unsafe-inline'; font-src 'self'; img-src 'self' data:; base-uri 'none'; form-action 'none'; frame-ancestors 'none'";

const COMMON = { "Content-Security-Policy": POLICY, "X-Content-Type-Options": "nosniff", "Referrer-Policy": "no-referrer" } as const;
const YEAR = 365 * 24 * 3600;

const NOTHING_HERE =
  '<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Nothing here</title><link rel="stylesheet" href="/page.css"></head><body><main><h1>There is nothing at this address</h1><p>The page may have been withdrawn, or the address is not complete.</p></main></body></html>';

/** What readers get: published pages, and the pictures of their evidence. */
export function pageRoutes(database: Database, pages: ServedPages): Router {
  const router = Router();
  router.get("/:address", async (request, response) => {
    const served = await pages.page(parameter(request, "address"), encodingFor(request.headers["accept-encoding"]));
    if (served.kind === "none") {
      response.writeHead(404, { ...COMMON, "Content-Type": "text/html; charset=utf-8" }).end(NOTHING_HERE);
      return;
    }
    const { body, encoding, tag } = served;
    const headers = { ...COMMON, "Cache-Control": "no-cache", ETag: tag, Vary: "Accept-Encoding" };
    if (request.headers["if-none-match"] === tag) response.writeHead(304, headers).end();
    else {
      const form = encoding === "identity" ? {} : { "Content-Encoding": encoding };
      response.writeHead(200, { ...headers, ...form, "Content-Type": "text/html; charset=utf-8", "Content-Length": body.length }).end(body);
    }
  });
  router.get("/:address/:number/evidence-:place.svg", async (request, response) => {
    const [number, place] = [parameter(request, "number"), parameter(request, "place")].map(Number);
    const svg = await pictureAt(database, parameter(request, "address"), number ?? Number.NaN, place ?? Number.NaN);
    if (!svg) {
      response.writeHead(404, { ...COMMON, "Content-Type": "text/plain" }).end("there is nothing at this address");
      return;
    }
    const zipped = accepts(request.headers["accept-encoding"], "gzip");
    response
      .writeHead(200, {
        ...COMMON,
        "Content-Type": "image/svg+xml",
        "Cache-Control": `public, max-age=${YEAR}, immutable`,
        Vary: "Accept-Encoding",
        ...(zipped ? { "Content-Encoding": "gzip" } : {}),
      })
      .end(zipped ? svg : await promisify(gunzip)(svg));
  });
  return router;
}

/** The styles of published pages: those of today at hand, those of pages that were published with earlier ones from the database. */
export function stylesRoute(database: Database, { name, forms }: PageStyles): RequestHandler {
  return async (request, response) => {
    const asked = parameter(request, "name");
    const accepted = request.headers["accept-encoding"];
    const kept = asked === name ? undefined : await keptStyles(database, asked);
    if (asked !== name && !kept) {
      response.writeHead(404, { ...COMMON, "Content-Type": "text/plain" }).end("there are no such styles");
      return;
    }
    const encoding = encodingFor(accepted);
    const [body, form] = !kept
      ? [forms[encoding], encoding]
      : accepts(accepted, "gzip")
        ? [kept, "gzip" as const]
        : [await promisify(gunzip)(kept), "identity" as const];
    response
      .writeHead(200, {
        "Content-Type": "text/css; charset=utf-8",
        "Cache-Control": `public, max-age=${YEAR}, immutable`,
        Vary: "Accept-Encoding",
        ...(form === "identity" ? {} : { "Content-Encoding": form }),
        "Content-Length": body.length,
      })
      .end(body);
  };
}

/** The smallest form that a browser takes. */
const encodingFor = (accepted: string | undefined): Encoding =>
  ENCODINGS.find((encoding) => encoding !== "identity" && accepts(accepted, encoding)) ?? "identity";

/** Whether a browser takes a form: it is listed, with a weight that is not 0 (RFC 9110, 12.5.3). */
function accepts(accepted: string | undefined, encoding: Encoding): boolean {
  const weights = new Map(
    (accepted ?? "").split(",").map((entry) => {
      const [name = "", weight] = entry.split(";q=");
      return [name.trim().toLowerCase(), weight === undefined ? 1 : Number(weight)] as const;
    }),
  );
  return (weights.get(encoding) ?? weights.get("*") ?? 0) > 0;
}
