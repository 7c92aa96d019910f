import { createHash } from "node:crypto";
import { readdirSync, readFileSync } from "node:fs";
import type { Server } from "node:http";
import { pino } from "pino";
import { createApp } from "./app.ts";
import { type Config, ConfigError, readConfig, withoutSecret } from "./config.ts";
import { databaseFault, type OpenDatabase, openDatabase } from "./data/database.ts";
import { keepStyles } from "./data/page-styles.ts";
import { Room } from "./data/usage.ts";
import { DEMO, makeDemo } from "./demo.ts";
import { JobRunner } from "./jobs/runner.ts";
import { errorShape } from "./operating/log.ts";
import { WorkPool } from "./pool/pool.ts";
import { ServedPages } from "./publish/served-pages.ts";
import { pageStyles } from "./publish/styles.ts";
import { samplesIn } from "./samples.ts";

/** The bundle stands in `server/dist`. */
const dist = new URL("./", import.meta.url);
const root = new URL("../../", dist);

/** Ends the process with one sentence. */
function refuse(sentence: string): never {
  process.stderr.write(`${sentence}\n`);
  process.exit(1);
}

function settings(): Config {
  try {
    return readConfig(process.env);
  } catch (error) {
    if (error instanceof ConfigError) refuse(error.message);
    throw error;
  }
}

async function opened({ databaseUrl }: Config): Promise<OpenDatabase> {
  try {
    const open = await openDatabase(databaseUrl, new URL("server/migrations", root), new URL("database-thread.js", dist));
    await keepStyles(open.database, styles.name, styles.forms.gzip);
    return open;
  } catch (error) {
    const why = databaseFault(error)?.code === "SQLITE_NOTADB" ? "the file is no database" : rootCause(error);
    return refuse(`The database at ${withoutSecret(databaseUrl)} cannot be opened: ${why}. DATABASE_URL chooses another.`);
  }
}

/** The message of the error behind all that carry it. */
function rootCause(error: unknown): string {
  if (!(error instanceof Error)) return String(error);
  return error.cause === undefined ? error.message : rootCause(error.cause);
}

/** What was checked holds for this engine alone: its name changes with its code. */
function engineVersion(): string {
  const hash = createHash("sha256");
  for (const file of readdirSync(dist, { recursive: true, encoding: "utf8" }).sort()) if (file.endsWith(".js")) hash.update(readFileSync(new URL(file, dist)));
  return hash.digest("base64url");
}

const config = settings();
const log = pino({ level: config.logLevel });
process.on("uncaughtException", (error) => {
  log.fatal({ fault: errorShape(error) }, "the process cannot go on");
  process.exit(1);
});
const pageFiles = new URL("server/public/", root);
const styles = pageStyles(pageFiles);
const { database, close } = await opened(config);
const { checkThreads: threads, lineSeconds, lineMegabytes } = config;
const pool = new WorkPool(new URL("worker.js", dist), { threads, lineSeconds, lineMegabytes });
const pages = new ServedPages(database);
const jobs = new JobRunner({ database, pool, styles, engine: engineVersion(), pages, log });
const room = new Room({ sets: config.setsOfAnAccount, bytes: config.megabytesOfAnAccount * 1024 * 1024 });
const samples = samplesIn(new URL("examples/", root));
if (config.demo && (await makeDemo({ database, jobs, room, samples }))) log.info("made the demo data");

let isEnding = false;
const app = createApp({
  services: { database, pool, jobs, pages, room, samples, demo: config.demo ? { email: DEMO.email, password: DEMO.password } : undefined },
  requests: { attempts: config.signInAttempts, requests: config.requestsAMinute },
  log,
  proxies: config.proxies,
  metricsToken: config.metricsToken,
  isEnding: () => isEnding,
  styles,
  webFiles: new URL("web/dist/", root),
  pageFiles,
});
const server: Server = app.listen(config.port, config.host, (fault) => {
  if (fault) refuse(`The server cannot listen at ${config.host}:${config.port}: ${fault.message}. PORT chooses another port.`);
  const address = server.address();
  const port = typeof address === "object" && address ? address.port : config.port;
  process.stdout.write(`Nail Down is ready at http://${config.host}:${port}\n`);
});

/** Lets what was asked end, for a while; jobs are left to whoever comes next. */
async function stop(): Promise<void> {
  if (isEnding) return;
  isEnding = true;
  const answered = new Promise<void>((resolve) => server.close(() => resolve()));
  // A connection whose last answer was sent is idle, and would be kept for another request.
  const idle = setInterval(() => server.closeIdleConnections(), 50);
  await jobs.stop();
  const late = setTimeout(() => server.closeAllConnections(), config.stopSeconds * 1000);
  await answered;
  clearTimeout(late);
  clearInterval(idle);
  await pool.close();
  await close();
  process.exit(0);
}
process.on("SIGINT", () => void stop());
process.on("SIGTERM", () => void stop());
