import { ApiError, missing } from "../faults.ts";
import { eventsOperation, operation, reply } from "../operation.ts";
import { Job, Jobs } from "../schemas.ts";
import { shownJob } from "./shown.ts";

export const JOB_OPERATIONS = [
  operation({
    method: "get",
    path: "/jobs",
    summary: "Own jobs of the last hour, the newest first",
    answers: { 200: Jobs },
    handle: async ({ account, services: { jobs } }) => reply(200, { jobs: (await jobs.of(account.id)).map(shownJob) }),
  }),
  operation({
    method: "get",
    path: "/jobs/{id}",
    summary: "A job: how far it is",
    answers: { 200: Job },
    handle: async ({ account, parameter, services: { jobs } }) => {
      const job = await jobs.find(account.id, parameter("id"));
      if (!job) throw missing("job");
      return reply(200, shownJob(job));
    },
  }),
  eventsOperation({
    method: "get",
    path: "/jobs/{id}/events",
    summary: "A job as it is and whenever it has changed, until it has ended, as server-sent events",
    handle: async ({ account, parameter, signal, services: { jobs } }) => {
      const id = parameter("id");
      if (!(await jobs.find(account.id, id))) throw missing("job");
      return {
        events: (async function* () {
          for await (const job of jobs.watch(account.id, id, signal)) yield shownJob(job);
        })(),
      };
    },
  }),
  operation({
    method: "delete",
    path: "/jobs/{id}",
    summary: "Cancel a job that has not ended",
    answers: { 204: null },
    handle: async ({ account, parameter, services: { jobs } }) => {
      const id = parameter("id");
      if (!(await jobs.find(account.id, id))) throw missing("job");
      if (!(await jobs.cancel(account.id, id))) throw new ApiError(409, "this has ended already");
      return reply(204);
    },
  }),
] as const;
