import { existsSync } from "node:fs";
import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import express, { type Express, type NextFunction, type Request, type Response } from "express";
import helmet from "helmet";
import type { Logger } from "pino";
import { pinoHttp } from "pino-http";
import { type AccountSettings, accountRoutes } from "./api/account-routes.ts";
import { ApiError, sameOrigin } from "./api/http.ts";
import { openApi } from "./api/openapi.ts";
import { pageRoutes, stylesRoute } from "./api/page-routes.ts";
import { setRoutes } from "./api/set-routes.ts";
import type { Database } from "./data/database.ts";
import type { Checker } from "./publish/check.ts";
import { ServedPages } from "./publish/served-pages.ts";
import type { PageStyles } from "./publish/styles.ts";

export interface AppParts extends AccountSettings {
  readonly database: Database;
  readonly checker: Checker;
  readonly log: Logger;
  readonly proxies: number;
  /** The styles of published pages. */
  readonly styles: PageStyles;
  /** The built web application and the published page's own files. */
  readonly webFiles: URL;
  readonly pageFiles: URL;
}

const YEAR = 365 * 24 * 3600 * 1000;
/**
 * KaTeX positions its boxes with style attributes; nothing else may bring styles along, and nothing foreign may run. Curves
 * are sampled by machine code that the application makes itself: 'wasm-unsafe-eval' allows that and no script.
 */
const POLICY = {
  defaultSrc: ["'self'"],
  scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
  styleSrc: ["'self'"],
  styleSrcAttr: ["'unsafe-inline'"],
  imgSrc: ["'self'", "data:"],
  workerSrc: ["'self'"],
  objectSrc: ["'none'"],
  baseUri: ["'none'"],
  formAction: ["'self'"],
  frameAncestors: ["'none'"],
  upgradeInsecureRequests: null,
};

/** The whole HTTP application: API, published pages, and the web application's files. */
export function createApp(parts: AppParts): Express {
  const app = express();
  const pages = new ServedPages(parts.database);
  app.set("trust proxy", parts.proxies);
  app.disable("x-powered-by");
  app.use("/p", pageRoutes(parts.database, pages, parts.log));
  app.use(
    pinoHttp({
      logger: parts.log,
      serializers: {
        req: (request: { method: string; url: string }) => ({ method: request.method, url: request.url }),
        res: (response: { statusCode: number }) => ({ status: response.statusCode }),
      },
    }),
  );
  app.get("/typesetting/page-:name.css", stylesRoute(parts.database, parts.styles));
  app.use(helmet({ contentSecurityPolicy: { useDefaults: false, directives: POLICY }, strictTransportSecurity: parts.proxies > 0 }));
  app.use("/api", sameOrigin, express.json({ limit: "3mb" }), accountRoutes(parts.database, parts), setRoutes(parts.database, { ...parts, pages }));
  app.get("/api/openapi.json", (_request, response) => {
    response.json(openApi());
  });
  app.use("/api", () => {
    throw new ApiError(404, "there is nothing at this address");
  });

  const packageFolder = (name: string): string => dirname(createRequire(import.meta.url).resolve(`${name}/package.json`));
  for (const folder of [join(packageFolder("katex"), "dist"), packageFolder("@fontsource-variable/source-serif-4")]) {
    app.use("/typesetting", express.static(folder, { maxAge: YEAR, immutable: true, index: false }));
  }
  app.use(express.static(fileURLToPath(parts.pageFiles), { maxAge: 3600_000, index: false }));

  const web = fileURLToPath(parts.webFiles);
  app.use("/assets", express.static(join(web, "assets"), { maxAge: YEAR, immutable: true, index: false }));
  app.use(express.static(web, { index: false }));
  app.get("/{*path}", (_request, response) => {
    const page = join(web, "index.html");
    if (!existsSync(page)) throw new ApiError(503, "the web application has not been built");
    response.setHeader("Cache-Control", "no-cache");
    response.sendFile(page);
  });
  app.use(reportFault);
  return app;
}

/** Faults the caller can mend are answered in words; others are logged and answered without details. */
function reportFault(error: unknown, request: Request, response: Response, _next: NextFunction): void {
  const status = error instanceof ApiError ? error.status : isClientFault(error) ? error.status : 500;
  if (status >= 500) request.log.error({ err: error });
  const message = error instanceof ApiError || status < 500 ? (error as Error).message : "something went wrong on the server; nothing you wrote is lost";
  const details = error instanceof ApiError ? error.details : {};
  response.status(status).json({ error: { message, ...details } });
}

/** Errors of the body parser carry a status below 500. */
function isClientFault(error: unknown): error is Error & { status: number } {
  return error instanceof Error && "status" in error && typeof error.status === "number" && error.status >= 400 && error.status < 500;
}
