import { existsSync } from "node:fs";
import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import compression from "compression";
import express, { type Express } from "express";
import helmet from "helmet";
import type { Logger } from "pino";
import sirv from "sirv";
import { ApiError } from "./api/faults.ts";
import { openApi } from "./api/openapi.ts";
import { pageRoutes, stylesRoute } from "./api/page-routes.ts";
import { reportFault } from "./api/report-fault.ts";
import { apiRouter, type RequestLimits, sameOrigin } from "./api/router.ts";
import { healthy, ready } from "./operating/health.ts";
import { logged } from "./operating/log.ts";
import { Metrics } from "./operating/metrics.ts";
import type { PageStyles } from "./publish/styles.ts";
import type { Services } from "./services.ts";

export interface AppParts {
  readonly services: Services;
  readonly requests: RequestLimits;
  readonly log: Logger;
  readonly proxies: number;
  readonly metricsToken: string | undefined;
  /** Whether the server ends: it is then no longer ready, while it answers what it was asked. */
  readonly isEnding: () => boolean;
  /** The styles of published pages. */
  readonly styles: PageStyles;
  /** The built web application and the published page's own files. */
  readonly webFiles: URL;
  readonly pageFiles: URL;
}

const YEAR = 365 * 24 * 3600;
const DAY = 24 * 3600;
const HOUR = 3600;

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

/** The whole HTTP application: API, published pages, the web application's files, and what an operator asks. */
export function createApp(parts: AppParts): Express {
  const { services, log, proxies, styles } = parts;
  const { database, pages } = services;
  const app = express();
  const metrics = new Metrics(services);
  app.set("trust proxy", proxies);
  app.disable("x-powered-by");
  // What may be kept has a tag of its own; the rest is not worth one.
  app.disable("etag");
  app.get("/healthz", healthy);
  app.get("/readyz", ready(database, services.pool, parts.isEnding));
  app.get("/metrics", metrics.shown(parts.metricsToken));
  app.use(metrics.measured);
  if (log.isLevelEnabled("info")) app.use(logged(log));
  app.use("/p", pageRoutes(database, pages));
  app.get("/typesetting/page-:name.css", stylesRoute(database, styles));
  app.use(helmet({ contentSecurityPolicy: { useDefaults: false, directives: POLICY }, strictTransportSecurity: proxies > 0 }));
  app.use("/api", sameOrigin, compression(), apiRouter(services, parts.requests));
  const description = openApi();
  app.get("/api/openapi.json", (_request, response) => {
    response.json(description);
  });
  app.use("/api", () => {
    throw new ApiError(404, "there is nothing at this address");
  });
  serveFiles(app, parts);
  app.use(reportFault(log));
  return app;
}

const packageFolder = (name: string): string => dirname(createRequire(import.meta.url).resolve(`${name}/package.json`));

/** Fonts and styles of typesetting, and the web application, whose files were compressed when it was built. */
function serveFiles(app: Express, { styles, pageFiles, webFiles }: AppParts): void {
  app.get("/typesetting/:folder/:name", (request, response, next) => {
    const path = styles.files.get(`${request.params.folder}/${request.params.name}`);
    if (path === undefined) return next();
    response.sendFile(path, { maxAge: YEAR * 1000, immutable: true });
  });
  // Fonts by their own names are asked for by styles of pages that were published before names told what is in them.
  for (const folder of [join(packageFolder("katex"), "dist"), packageFolder("@fontsource-variable/source-serif-4")])
    app.use("/typesetting", express.static(folder, { maxAge: DAY * 1000, index: false }));
  app.use(express.static(fileURLToPath(pageFiles), { maxAge: HOUR * 1000, index: false }));
  const web = fileURLToPath(webFiles);
  const isBuilt = existsSync(join(web, "index.html"));
  if (isBuilt) {
    const common = { brotli: true, gzip: true, etag: true };
    app.use("/assets", sirv(join(web, "assets"), { ...common, maxAge: YEAR, immutable: true }));
    // Every other address is a view of the web application.
    app.use(sirv(web, { ...common, single: true, maxAge: 0, setHeaders: (response) => response.setHeader("Cache-Control", "no-cache") }));
  }
  app.use(() => {
    throw isBuilt ? new ApiError(404, "there is nothing at this address") : new ApiError(503, "the web application has not been built");
  });
}
