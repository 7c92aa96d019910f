import type { Request } from "express";
import type { Static } from "typebox";
import type { Account } from "../../data/accounts.ts";
import { hasEnded, type Job, type JobKind } from "../../data/jobs.ts";
import { publicationsOf, withdraw } from "../../data/publications.ts";
import { asProblemSet, problemsOf, type StoredSet } from "../../data/sets.ts";
import { publishedResult, snapshot } from "../../jobs/carry-out.ts";
import { FORMATS, type FormatName } from "../../publish/formats.ts";
import type { Services } from "../../services.ts";
import { ApiError, missing } from "../faults.ts";
import { fileOperation, operation, reply } from "../operation.ts";
import { Choices, Job as JobSchema, Preview, Publications, Published } from "../schemas.ts";
import { validated } from "../validation.ts";
import { fileName, ownSet, shownJob } from "./shown.ts";

type Chosen = Static<typeof Choices>;

/** Whether the caller wants the job at once and not its end (RFC 7240, 4.1). */
const wantsJob = (request: Request): boolean => /\brespond-async\b/.test(request.get("prefer") ?? "");

/** Begins a job for a set as it is now. */
async function begun(
  { database, jobs, room }: Services,
  account: Account,
  set: StoredSet,
  { kind, chosen, format }: { readonly kind: JobKind; readonly chosen: Chosen; readonly format: FormatName },
): Promise<Job> {
  const problems = await problemsOf(database, set.id);
  const taken = await snapshot(asProblemSet(set, problems));
  // How large the page will be is not known yet: where there is no room for the set once more, there is none for its page.
  if (kind === "publish") await room.take(database, account.id, taken.length);
  return jobs.add({
    accountId: account.id,
    setId: set.id,
    kind,
    request: { chosen, author: account.name, format },
    snapshot: taken,
    problems: problems.length,
  });
}

/**
 * What a job came to, when it has ended.
 * @throws ApiError where it failed or was cancelled
 */
async function resultOf({ jobs }: Services, account: Account, { id }: Job, signal: AbortSignal): Promise<Buffer> {
  const job = await jobs.ended(account.id, id, signal);
  const result = job?.state === "done" ? await jobs.result(job.id) : undefined;
  if (result) return result;
  if (!job || !hasEnded(job)) throw new ApiError(503, "the server is starting anew: the work goes on, and can be asked for again");
  if (job.state === "failed") throw new ApiError(422, job.message ?? "this could not be done");
  throw new ApiError(409, "this was cancelled");
}

async function published({ database }: Services, setId: string, kept: Buffer) {
  const { publicationId, notNailed } = await publishedResult(kept);
  const publication = (await publicationsOf(database, setId)).find(({ id }) => id === publicationId);
  if (!publication) throw missing("publication");
  return { publication, notNailed: [...notNailed] };
}

/** The job of an account, if it is of a kind. */
async function ownJob({ jobs }: Services, account: Account, id: string, kind: JobKind): Promise<Job> {
  const job = await jobs.find(account.id, id);
  if (job?.kind !== kind) throw missing("job");
  return job;
}

type SavedFormat = Exclude<FormatName, "page">;
const isSaved = (name: string): name is SavedFormat => Object.hasOwn(FORMATS, name) && name !== "page";

/** The choices in the query of an address. */
function chosenIn({ kind, detail, space, numbers }: Request["query"]): Chosen {
  const own = { kind: typeof kind === "string" ? kind : "worked", ...(typeof detail === "string" ? { detail } : {}) };
  return validated(Choices, { ...own, ...(space === "true" ? { space: true } : {}), ...(numbers === "all" ? { allNumbers: true } : {}) });
}

const KINDS = ["handout", "worked", "key"] as const;

export const PUBLICATION_OPERATIONS = [
  operation({
    method: "post",
    path: "/sets/{id}/publications",
    waits: true,
    summary: "Run, check and publish the set; with “Prefer: respond-async” the job is answered at once",
    body: Choices,
    answers: { 201: Published, 202: JobSchema },
    handle: async ({ services, account, parameter, body, request, signal }) => {
      const set = await ownSet(services.database, account, parameter("id"));
      const job = await begun(services, account, set, { kind: "publish", chosen: body, format: "page" });
      if (wantsJob(request)) return reply(202, shownJob(job));
      return reply(201, await published(services, set.id, await resultOf(services, account, job, signal)));
    },
  }),
  operation({
    method: "post",
    path: "/sets/{id}/preview",
    waits: true,
    summary: "The page as publishing would make it, and the lines that are not nailed; with “Prefer: respond-async” the job is answered at once",
    body: Choices,
    answers: { 200: Preview, 202: JobSchema },
    handle: async ({ services, account, parameter, body, request, signal }) => {
      const set = await ownSet(services.database, account, parameter("id"));
      const job = await begun(services, account, set, { kind: "preview", chosen: body, format: "html" });
      if (wantsJob(request)) return reply(202, shownJob(job));
      return { packed: await resultOf(services, account, job, signal) };
    },
  }),
  fileOperation({
    method: "get",
    path: "/sets/{id}/export/{format}",
    waits: true,
    summary: "The set composed as html (one file), latex or markdown",
    query: { kind: "as in publications", detail: "as in publications", space: "true for room to write", numbers: "all for a number at every line" },
    handle: async ({ services, account, parameter, request, signal }) => {
      const set = await ownSet(services.database, account, parameter("id"));
      const format = parameter("format");
      if (!isSaved(format)) throw new ApiError(404, "there is no such format");
      const job = await begun(services, account, set, { kind: "export", chosen: chosenIn(request.query), format });
      const { type, ending } = FORMATS[format];
      return { packed: await resultOf(services, account, job, signal), file: { name: `${fileName(set.title)}.${ending}`, type } };
    },
  }),
  operation({
    method: "get",
    path: "/jobs/{id}/publication",
    waits: true,
    summary: "What a job published that is done",
    answers: { 200: Published },
    handle: async ({ services, account, parameter, signal }) => {
      const job = await ownJob(services, account, parameter("id"), "publish");
      return reply(200, await published(services, job.setId, await resultOf(services, account, job, signal)));
    },
  }),
  operation({
    method: "get",
    path: "/jobs/{id}/preview",
    waits: true,
    summary: "The preview of a job that is done",
    answers: { 200: Preview },
    handle: async ({ services, account, parameter, signal }) => {
      const job = await ownJob(services, account, parameter("id"), "preview");
      return { packed: await resultOf(services, account, job, signal) };
    },
  }),
  operation({
    method: "delete",
    path: "/sets/{id}/publications/{kind}",
    summary: "Withdraw what is published of that kind",
    answers: { 200: Publications },
    handle: async ({ account, parameter, services: { database, pages } }) => {
      const set = await ownSet(database, account, parameter("id"));
      const kind = KINDS.find((word) => word === parameter("kind"));
      if (!kind) throw new ApiError(404, "there is no such publication");
      for (const address of await withdraw(database, set.id, kind)) pages.forget(address);
      return reply(200, { publications: [...(await publicationsOf(database, set.id))] });
    },
  }),
] as const;
