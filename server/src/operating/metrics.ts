import type { RequestHandler } from "express";
import { collectDefaultMetrics, Gauge, Histogram, Registry } from "prom-client";
import { routeOf } from "./log.ts";

/** What can be asked of the parts while they work. */
export interface Watched {
  readonly pool: { readonly load: { readonly waiting: number; readonly running: number; readonly threads: number } };
  readonly jobs: { readonly running: number };
}

const SECONDS = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 10, 60];

/** Measures of this process, in the text format of Prometheus. */
export class Metrics {
  readonly #registry = new Registry();
  readonly #requests: Histogram<"method" | "route" | "status">;

  constructor({ pool, jobs }: Watched) {
    const registers = [this.#registry];
    collectDefaultMetrics({ register: this.#registry });
    this.#requests = new Histogram({
      name: "http_request_duration_seconds",
      help: "Seconds to the end of an answer.",
      labelNames: ["method", "route", "status"],
      buckets: SECONDS,
      registers,
    });
    const gauge = (name: string, help: string, value: () => number): void => {
      new Gauge({
        name,
        help,
        registers,
        collect() {
          this.set(value());
        },
      });
    };
    gauge("work_waiting", "Tasks that wait for a thread.", () => pool.load.waiting);
    gauge("work_running", "Tasks that are worked on.", () => pool.load.running);
    gauge("work_threads", "Threads of the pool.", () => pool.load.threads);
    gauge("jobs_running", "Sets that are worked on.", () => jobs.running);
  }

  /** Measures every request. */
  readonly measured: RequestHandler = (request, response, next) => {
    const end = this.#requests.startTimer();
    response.once("finish", () => end({ method: request.method, route: routeOf(request, response), status: response.statusCode }));
    next();
  };

  /** Shows the measures to those who ask on this machine, or with the token. */
  shown(token: string | undefined): RequestHandler {
    return async (request, response) => {
      const isNear = isLoopback(request.socket.remoteAddress) && request.get("x-forwarded-for") === undefined;
      const hasToken = token !== undefined && request.get("authorization") === `Bearer ${token}`;
      if (!isNear && !hasToken) {
        response.status(403).type("text/plain").send("the measures are shown on this machine, or with the token of METRICS_TOKEN\n");
        return;
      }
      response.type(this.#registry.contentType).send(await this.#registry.metrics());
    };
  }
}

const isLoopback = (address: string | undefined): boolean => address === "::1" || address?.startsWith("127.") === true || address === "::ffff:127.0.0.1";
