import { copyProblem } from "../../data/arranging.ts";
import { changeProblem, deleteProblem, findProblem } from "../../data/sets.ts";
import { missing } from "../faults.ts";
import { operation, reply } from "../operation.ts";
import { CopyTarget, Problem, ProblemChange } from "../schemas.ts";
import { settled, shownProblem } from "./shown.ts";

export const PROBLEM_OPERATIONS = [
  operation({
    method: "get",
    path: "/problems/{id}",
    summary: "A problem",
    answers: { 200: Problem },
    handle: async ({ account, parameter, services: { database } }) => {
      const problem = await findProblem(database, account.id, parameter("id"));
      if (!problem) throw missing("problem");
      return reply(200, shownProblem(problem));
    },
  }),
  operation({
    method: "put",
    path: "/problems/{id}",
    summary: "Replace a problem's contents; 409 when the version is not the current one",
    body: ProblemChange,
    answers: { 200: Problem },
    handle: async ({ account, parameter, body: { version, ...change }, services: { database, room } }) =>
      reply(200, settled(await changeProblem(database, account.id, parameter("id"), version, change, room), shownProblem)),
  }),
  operation({
    method: "post",
    path: "/problems/{id}/copy",
    summary: "A copy of a problem, below it or at the end of another set",
    body: CopyTarget,
    answers: { 201: Problem },
    handle: async ({ account, parameter, body: { setId }, services: { database, room } }) => {
      const copy = await copyProblem(database, account.id, parameter("id"), setId, room);
      if (!copy) throw missing("problem or set");
      return reply(201, shownProblem(copy));
    },
  }),
  operation({
    method: "delete",
    path: "/problems/{id}",
    summary: "Delete a problem",
    answers: { 204: null },
    handle: async ({ account, parameter, services: { database, room } }) => {
      if (!(await deleteProblem(database, account.id, parameter("id"), room))) throw missing("problem");
      return reply(204);
    },
  }),
] as const;
