import type { RequestHandler } from "express";
import { answers, type Database } from "../data/database.ts";
import type { WorkPool } from "../pool/pool.ts";

/** Whether the process answers. */
export const healthy: RequestHandler = (_request, response) => {
  response.type("text/plain").send("the process answers\n");
};

/** Whether requests can be served: the database answers, the pool works, and the server does not end. */
export const ready =
  (database: Database, pool: WorkPool, isEnding: () => boolean): RequestHandler =>
  async (_request, response) => {
    const parts = {
      database: await answers(database),
      pool: await pool.quick("faultInSettings", "", { account: "health" }).then(
        () => true,
        () => false,
      ),
      serving: !isEnding(),
    };
    response.status(Object.values(parts).every(Boolean) ? 200 : 503).json(parts);
  };
