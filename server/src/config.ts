import { usualThreads } from "./pool/pool.ts";

/** Settings from the environment, with defaults that suit one machine. */
export interface Config {
  readonly host: string;
  readonly port: number;
  readonly databaseUrl: string;
  /** Show the demo sign-in and make the demo data when the database is empty. */
  readonly demo: boolean;
  /** Number of proxies in front whose forwarding headers are trusted (TLS ends there). */
  readonly proxies: number;
  readonly checkThreads: number;
  readonly lineSeconds: number;
  readonly lineMegabytes: number;
  readonly signInAttempts: number;
  readonly requestsAMinute: number;
  readonly setsOfAnAccount: number;
  readonly megabytesOfAnAccount: number;
  readonly stopSeconds: number;
  readonly metricsToken: string | undefined;
  readonly logLevel: LogLevel;
}

/** A setting that cannot be; the message names it and what was expected. */
export class ConfigError extends Error {
  override readonly name = "ConfigError";
}

const LOG_LEVELS = ["fatal", "error", "warn", "info", "debug", "trace", "silent"] as const;
type LogLevel = (typeof LOG_LEVELS)[number];

type Environment = Readonly<Record<string, string | undefined>>;

function whole(environment: Environment, name: string, otherwise: number, [least, most]: readonly [number, number]): number {
  const text = environment[name];
  if (text === undefined || text === "") return otherwise;
  const value = /^\d{1,15}$/.test(text) ? Number(text) : Number.NaN;
  if (value >= least && value <= most) return value;
  throw new ConfigError(`${name} must be a whole number from ${least} to ${most}, but is “${text}”`);
}

function level(environment: Environment): LogLevel {
  const text = environment["LOG_LEVEL"] || "info";
  const found = LOG_LEVELS.find((one) => one === text);
  if (!found) throw new ConfigError(`LOG_LEVEL must be one of ${LOG_LEVELS.join(", ")}, but is “${text}”`);
  return found;
}

const SCHEMES = ["file:", "libsql:", "http:", "https:", "ws:", "wss:"];

/** An address without the name and the password that may stand in it, to be shown. */
export const withoutSecret = (url: string): string => url.replace(/\/\/[^@/]*@/, "//…@");

function databaseUrl(environment: Environment): string {
  const url = environment["DATABASE_URL"] || "file:data/nail-down.db";
  if (!SCHEMES.some((scheme) => url.startsWith(scheme)))
    throw new ConfigError(`DATABASE_URL must begin with ${SCHEMES.join(", ")}, but is “${withoutSecret(url)}”`);
  return url;
}

/** @throws ConfigError that names the setting and what was expected */
export function readConfig(environment: Environment): Config {
  const number = (name: string, otherwise: number, least: number, most: number): number => whole(environment, name, otherwise, [least, most]);
  return {
    host: environment["HOST"] || "127.0.0.1",
    port: number("PORT", 4600, 0, 65_535),
    databaseUrl: databaseUrl(environment),
    demo: environment["DEMO"] !== "0",
    proxies: number("PROXIES", 0, 0, 100),
    checkThreads: number("CHECK_THREADS", usualThreads(), 1, 1000),
    lineSeconds: number("LINE_SECONDS", 20, 1, 3600),
    lineMegabytes: number("LINE_MEGABYTES", 1000, 50, 1_000_000),
    signInAttempts: number("SIGN_IN_ATTEMPTS", 30, 1, 1_000_000),
    requestsAMinute: number("REQUESTS_A_MINUTE", 20_000, 10, 10_000_000),
    setsOfAnAccount: number("SETS_OF_AN_ACCOUNT", 500, 1, 1_000_000),
    megabytesOfAnAccount: number("MEGABYTES_OF_AN_ACCOUNT", 200, 1, 1_000_000),
    stopSeconds: number("STOP_SECONDS", 10, 0, 3600),
    metricsToken: environment["METRICS_TOKEN"] || undefined,
    logLevel: level(environment),
  };
}
