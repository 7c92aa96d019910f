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
  readonly signInAttempts: number;
  readonly logLevel: string;
}

export class ConfigError extends Error {
  override readonly name = "ConfigError";
}

function whole(environment: NodeJS.ProcessEnv, name: string, otherwise: number): number {
  const text = environment[name];
  if (text === undefined || text === "") return otherwise;
  const value = Number(text);
  if (!Number.isInteger(value) || value < 0) throw new ConfigError(`${name} must be a whole number, but is “${text}”`);
  return value;
}

export function readConfig(environment: NodeJS.ProcessEnv): Config {
  return {
    host: environment["HOST"] ?? "127.0.0.1",
    port: whole(environment, "PORT", 4600),
    databaseUrl: environment["DATABASE_URL"] ?? "file:data/nail-down.db",
    demo: environment["DEMO"] !== "0",
    proxies: whole(environment, "PROXIES", 0),
    checkThreads: whole(environment, "CHECK_THREADS", 2),
    signInAttempts: whole(environment, "SIGN_IN_ATTEMPTS", 30),
    logLevel: environment["LOG_LEVEL"] ?? "info",
  };
}
