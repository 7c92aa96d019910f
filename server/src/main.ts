import { pino } from "pino";
import { createApp } from "./app.ts";
import { readConfig } from "./config.ts";
import { openDatabase } from "./data/database.ts";
import { keepStyles } from "./data/page-styles.ts";
import { DEMO, makeDemo } from "./demo.ts";
import { createChecker } from "./publish/check.ts";
import { pageStyles } from "./publish/styles.ts";

/** Files beside the bundle in `server/dist`. */
const root = new URL("../../", import.meta.url);

const config = readConfig(process.env);
const log = pino({ level: config.logLevel });
const { database, close } = await openDatabase(config.databaseUrl, new URL("server/migrations", root));
const checker = createChecker(new URL("./check-worker.js", import.meta.url), config.checkThreads);
const pageFiles = new URL("server/public/", root);
const styles = pageStyles(pageFiles);
await keepStyles(database, styles.name, styles.forms.gzip);
if (config.demo && (await makeDemo(database, { checker, styles }, new URL("examples/", root)))) log.info("made the demo data");

const app = createApp({
  database,
  checker,
  log,
  proxies: config.proxies,
  attempts: config.signInAttempts,
  demo: config.demo ? { email: DEMO.email, password: DEMO.password } : undefined,
  webFiles: new URL("web/dist/", root),
  pageFiles,
  styles,
});
const server = app.listen(config.port, config.host, (fault) => {
  if (fault) {
    process.stderr.write(`The server cannot listen at ${config.host}:${config.port}: ${fault.message}. PORT chooses another port.\n`);
    process.exit(1);
  }
  process.stdout.write(`Nail Down is ready at http://${config.host}:${config.port}\n`);
});

function stop(): void {
  server.close(async () => {
    await checker.close();
    close();
    process.exit(0);
  });
  server.closeAllConnections();
}
process.on("SIGINT", stop);
process.on("SIGTERM", stop);
