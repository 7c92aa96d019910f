import { promisify } from "node:util";
import { gunzip, gzip } from "node:zlib";
import type { ProblemSet } from "@nail-down/core/problemset/problem-set";
import { keepCheck, keptCheck, workingKey } from "../data/checked-workings.ts";
import type { Database } from "../data/database.ts";
import { databaseFault } from "../data/database.ts";
import { ended, findJob, type Job, snapshotOf, tellProgress } from "../data/jobs.ts";
import { nextPlace, storing } from "../data/publications.ts";
import type { JobProgress } from "../data/schema.ts";
import { type Checked, type For, TookTooMuch, type WorkPool } from "../pool/pool.ts";
import type { Rendered, SetToAssemble } from "../pool/tasks/render.ts";
import type { FormatName } from "../publish/formats.ts";
import type { PageStyles } from "../publish/styles.ts";

/** What jobs are carried out with. */
export interface Workshop {
  readonly database: Database;
  readonly pool: WorkPool;
  readonly styles: PageStyles;
  /** The version of the engine: what it checked holds for it alone. */
  readonly engine: string;
}

/** A line that the author should look at before readers do. */
export interface NotNailed {
  /** The place of the problem in the set, from 0. */
  readonly index: number;
  readonly problem: string;
  /** From 1; 0 for the problem as a whole. */
  readonly line: number;
  readonly verdict: string;
}

/** What is kept of a job that published, as JSON, compressed with gzip. Of others their document is kept, as it is sent. */
export interface PublishedResult {
  readonly publicationId: string;
  readonly notNailed: readonly NotNailed[];
}

/** How often progress is told at most, in milliseconds. */
const TELL_AFTER = 400;
/** Pictures of one problem have numbers of their own. */
const PICTURES_OF_A_PROBLEM = 1000;
/** A document is no longer. */
const MOST_CHARACTERS = 20_000_000;
/** Another snapshot may take the place meanwhile. */
const ATTEMPTS = 5;

/** Carries a job out to its end: checks, renders and stores; the addresses where something new is published. */
export async function carryOut(job: Job, owner: string, workshop: Workshop, signal: AbortSignal): Promise<readonly string[]> {
  const set = await setOf(workshop.database, job);
  const checked = await checkAll(job, set, workshop, signal);
  if (job.kind === "publish") return publishPage(job, owner, set, checked, workshop, signal);
  const isPreview = job.kind === "preview";
  const format = isPreview ? "html" : job.request.format;
  const rendered = await renderAll(job, set, checked, { format, address: "" }, workshop, signal);
  const styles = isPreview ? linked(workshop.styles) : `<style>\n${workshop.styles.embedded()}\n</style>`;
  const asked = { ...toAssemble(job, set, rendered, { format, styles }), notNailed: isPreview ? notNailed(set, rendered) : undefined };
  const packed = await workshop.pool.quick("packed", asked, forAccount(job, signal));
  await workshop.database.batch([ended(workshop.database, job.id, owner, Buffer.from(packed))]);
  return [];
}

/** The styles of a page that is served. */
const linked = ({ href }: PageStyles): string => `<link rel="stylesheet" href="${href}">`;

/** What was kept of a job that published, read. */
export const publishedResult = async (kept: Buffer): Promise<PublishedResult> => JSON.parse((await promisify(gunzip)(kept)).toString()) as PublishedResult;

async function setOf(database: Database, { id }: Job): Promise<ProblemSet> {
  const snapshot = await snapshotOf(database, id);
  if (!snapshot) throw new Error("the job has no snapshot");
  return JSON.parse((await promisify(gunzip)(snapshot)).toString()) as ProblemSet;
}

/** A set as a job keeps it. */
export const snapshot = async (set: ProblemSet): Promise<Buffer> => promisify(gzip)(JSON.stringify(set));

const forAccount = ({ accountId }: Job, signal: AbortSignal): For => ({ account: accountId, signal });

/** Checks every working that was not checked before, and tells how far it is. */
async function checkAll(job: Job, set: ProblemSet, { database, pool, engine }: Workshop, signal: AbortSignal): Promise<readonly Checked[]> {
  const teller = new Teller(database, job);
  const checks = Promise.all(
    set.problems.map(async ({ title, working }): Promise<Checked> => {
      const key = workingKey(engine, set.frontMatter, working);
      const find = (): Promise<Checked | undefined> => keptCheck(database, key);
      const keep = (checked: Checked): Promise<void> => keepCheck(database, key, checked);
      const asked = { lines: working, frontMatter: set.frontMatter };
      // What is known already waits for nobody's turn.
      const found = (await find()) ?? (await pool.check(asked, forAccount(job, signal), { find, keep }, (line) => teller.at(title, line)));
      teller.oneDone();
      return found;
    }),
  );
  return checks.finally(() => teller.end());
}

/** Tells how far a job is: the newest, and not more often than anyone wants to know. */
class Teller {
  readonly #database: Database;
  readonly #id: string;
  #progress: JobProgress;
  #told = 0;
  #timer: NodeJS.Timeout | undefined;

  constructor(database: Database, { id, progress }: Job) {
    this.#database = database;
    this.#id = id;
    this.#progress = { ...progress, done: 0, at: null };
  }

  at(problem: string, line: number): void {
    this.#change({ at: { problem, line } });
  }

  oneDone(): void {
    this.#change({ done: this.#progress.done + 1 });
  }

  /** Tells what is not told yet. */
  async end(): Promise<void> {
    clearTimeout(this.#timer);
    this.#progress = { ...this.#progress, at: null };
    await this.#tell();
  }

  #change(change: Partial<JobProgress>): void {
    this.#progress = { ...this.#progress, ...change };
    this.#timer ??= setTimeout(() => void this.#tell(), Math.max(0, this.#told + TELL_AFTER - Date.now()));
  }

  async #tell(): Promise<void> {
    this.#timer = undefined;
    this.#told = Date.now();
    // Progress that could not be told is told by the next.
    await tellProgress(this.#database, this.#id, this.#progress).catch(() => undefined);
  }
}

function renderAll(
  job: Job,
  { frontMatter, problems }: ProblemSet,
  checked: readonly Checked[],
  { format, address }: { readonly format: FormatName; readonly address: string },
  { pool }: Workshop,
  signal: AbortSignal,
): Promise<readonly Rendered[]> {
  let size = 0;
  return Promise.all(
    problems.map(async (problem, index) => {
      const reports = checked[index]?.reports ?? new Uint8Array();
      const pictures = { address, first: index * PICTURES_OF_A_PROBLEM };
      const asked = { problem, index, reports, frontMatter, chosen: job.request.chosen, format, pictures };
      const rendered = await pool.long("rendered", asked, forAccount(job, signal)).catch((error: unknown) => {
        if (!(error instanceof TookTooMuch)) throw error;
        // One problem that cannot be set leaves the others.
        return pool.long("rendered", { ...asked, instead: `This problem could not be set: ${error.message}.` }, forAccount(job, signal));
      });
      size += rendered.text.length;
      if (size > MOST_CHARACTERS) throw new TookTooMuch(`it would have more than ${MOST_CHARACTERS} characters`);
      return rendered;
    }),
  );
}

function toAssemble(
  job: Job,
  { title, introduction, frontMatter }: ProblemSet,
  rendered: readonly Rendered[],
  { format, styles }: { readonly format: FormatName; readonly styles: string },
): SetToAssemble {
  const { author, chosen } = job.request;
  const date = new Date(job.createdAt).toISOString().slice(0, "2026-11-30".length);
  return { title, introduction, frontMatter, author, date, chosen, format, styles, problems: rendered.map(({ text }) => text) };
}

const notNailed = ({ problems }: ProblemSet, rendered: readonly Rendered[]): readonly NotNailed[] =>
  rendered.flatMap(({ faults }, index) => faults.map(({ line, verdict }) => ({ index, problem: problems[index]?.title ?? "", line, verdict })));

const isRunning = async (database: Database, { accountId, id }: Job): Promise<boolean> => (await findJob(database, accountId, id))?.state === "running";

async function publishPage(
  job: Job,
  owner: string,
  set: ProblemSet,
  checked: readonly Checked[],
  workshop: Workshop,
  signal: AbortSignal,
  attempt = 1,
): Promise<readonly string[]> {
  const { database, pool, styles } = workshop;
  const { kind } = job.request.chosen;
  const place = await nextPlace(database, job.setId, kind);
  const rendered = await renderAll(job, set, checked, { format: "page", address: `/p/${place.address}/${place.number}/` }, workshop, signal);
  const html = await pool.quick("assembled", toAssemble(job, set, rendered, { format: "page", styles: linked(styles) }), forAccount(job, signal));
  const { brotli, gzip: zipped } = await pool.quick("compressed", html, forAccount(job, signal));
  const pictures = new Map(rendered.flatMap(({ pictures: drawn }, index) => drawn.map((svg, place) => [index * PICTURES_OF_A_PROBLEM + place, svg] as const)));
  // The snapshot has the name of its job: whoever carries the job out, it is published once.
  const entry = { id: job.id, setId: job.setId, kind, ...place, createdAt: Date.now(), withdrawnAt: null };
  const kept: PublishedResult = { publicationId: job.id, notNailed: notNailed(set, rendered) };
  const result = await promisify(gzip)(JSON.stringify(kept));
  try {
    await database.batch([ended(database, job.id, owner, result), ...storing(database, entry, { brotli, gzip: zipped, pictures })]);
    return [place.address];
  } catch (error) {
    const isTaken = databaseFault(error)?.code.startsWith("SQLITE_CONSTRAINT") === true && (await isRunning(database, job));
    if (attempt >= ATTEMPTS || !isTaken) throw error;
    return publishPage(job, owner, set, checked, workshop, signal, attempt + 1);
  }
}
