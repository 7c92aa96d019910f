import { copySet, orderProblems, orderSets } from "../../data/arranging.ts";
import { publicationsOf } from "../../data/publications.ts";
import { addProblem, asProblemSet, changeSet, createSet, deleteSet, problemsOf, shelf } from "../../data/sets.ts";
import { TookTooMuch } from "../../pool/pool.ts";
import { ApiError, missing } from "../faults.ts";
import { fileOperation, operation, reply } from "../operation.ts";
import { FileToImport, NewTitle, Order, Problem, Samples, SetChange, SetHead, Shelf, WholeSet } from "../schemas.ts";
import { fileName, ownSet, settled, shownProblem, shownSet } from "./shown.ts";

/** The list was made from what there was before. */
const otherThings = (things: string): ApiError => new ApiError(409, `the ${things} are others by now: load them again`, {});

export const SET_OPERATIONS = [
  operation({
    method: "get",
    path: "/sets",
    summary: "The shelf: all own sets, and how much of what the account may have is taken",
    answers: { 200: Shelf },
    handle: async ({ account, services: { database, room } }) => {
      const [sets, usage] = await Promise.all([shelf(database, account.id), room.usage(database, account.id)]);
      return reply(200, { sets: [...sets], usage });
    },
  }),
  operation({
    method: "post",
    path: "/sets",
    summary: "A new, empty set",
    body: NewTitle,
    answers: { 201: SetHead },
    handle: async ({ account, body: { title }, services: { database, room } }) =>
      reply(201, shownSet(await createSet(database, account.id, { title, frontMatter: "", introduction: "", problems: [] }, room))),
  }),
  operation({
    method: "post",
    path: "/sets/import",
    summary: "A new set from a problem-set file",
    body: FileToImport,
    answers: { 201: SetHead },
    handle: async ({ account, body: { file }, signal, services: { database, pool, room } }) => {
      const read = await pool.quick("readFile", file, { account: account.id, signal }).catch((error: unknown) => {
        if (error instanceof TookTooMuch) throw new ApiError(422, `this file cannot be read: ${error.message}`, { field: "file" });
        throw error;
      });
      if (read.kind === "faulty") throw new ApiError(400, read.message, { field: "file", line: read.line });
      return reply(201, shownSet(await createSet(database, account.id, read.set, room)));
    },
  }),
  operation({
    method: "get",
    path: "/sets/{id}",
    summary: "A set with its problems and publications",
    answers: { 200: WholeSet },
    handle: async ({ account, parameter, services: { database } }) => {
      const set = await ownSet(database, account, parameter("id"));
      const [problems, publications] = await Promise.all([problemsOf(database, set.id), publicationsOf(database, set.id)]);
      return reply(200, { ...shownSet(set), problems: problems.map(shownProblem), publications: [...publications] });
    },
  }),
  operation({
    method: "patch",
    path: "/sets/{id}",
    summary: "Change title, introduction or settings; 409 when the version is not the current one",
    body: SetChange,
    answers: { 200: SetHead },
    handle: async ({ account, parameter, body: { version, ...change }, signal, services: { database, pool, room } }) => {
      const fault = change.frontMatter === undefined ? undefined : await pool.quick("faultInSettings", change.frontMatter, { account: account.id, signal });
      if (fault) throw new ApiError(400, `line ${fault.line} of the settings: ${fault.message}`, { field: "frontMatter", line: fault.line });
      return reply(200, settled(await changeSet(database, account.id, parameter("id"), version, change, room), shownSet));
    },
  }),
  operation({
    method: "delete",
    path: "/sets/{id}",
    summary: "Delete a set",
    answers: { 204: null },
    handle: async ({ account, parameter, services: { database, pages, room } }) => {
      const gone = await deleteSet(database, account.id, parameter("id"), room);
      if (!gone) throw missing("set");
      for (const address of gone) pages.forget(address);
      return reply(204);
    },
  }),
  fileOperation({
    method: "get",
    path: "/sets/{id}/file",
    summary: "The set as a problem-set file",
    handle: async ({ account, parameter, signal, services: { database, pool } }) => {
      const set = await ownSet(database, account, parameter("id"));
      const content = await pool.quick("writeFile", asProblemSet(set, await problemsOf(database, set.id)), { account: account.id, signal });
      return { file: { name: `${fileName(set.title)}.nail.md`, type: "text/markdown", content } };
    },
  }),
  operation({
    method: "post",
    path: "/sets/{id}/copy",
    summary: "A copy of a set with its problems, without what was published of it",
    answers: { 201: SetHead },
    handle: async ({ account, parameter, services: { database, room } }) =>
      reply(201, shownSet(await copySet(database, account.id, await ownSet(database, account, parameter("id")), room))),
  }),
  operation({
    method: "put",
    path: "/shelf/order",
    summary: "Put the sets of the shelf in an order; 409 when the list does not name exactly the sets there are",
    body: Order,
    answers: { 204: null },
    handle: async ({ account, body: { ids }, services: { database } }) => {
      if (!(await orderSets(database, account.id, ids))) throw otherThings("sets on the shelf");
      return reply(204);
    },
  }),
  operation({
    method: "put",
    path: "/sets/{id}/order",
    summary: "Put the problems of a set in an order; 409 when the list does not name exactly the problems there are",
    body: Order,
    answers: { 204: null },
    handle: async ({ account, parameter, body: { ids }, services: { database } }) => {
      const set = await ownSet(database, account, parameter("id"));
      if (!(await orderProblems(database, set.id, ids))) throw otherThings("problems in the set");
      return reply(204);
    },
  }),
  operation({
    method: "get",
    path: "/samples",
    summary: "Sets of the example course that can be copied",
    answers: { 200: Samples },
    handle: async ({ services: { samples } }) =>
      reply(200, { samples: samples.map(({ name, set }) => ({ name, title: set.title, problems: set.problems.length })) }),
  }),
  operation({
    method: "post",
    path: "/samples/{name}/copy",
    summary: "A copy of a sample set on the shelf",
    answers: { 201: SetHead },
    handle: async ({ account, parameter, services: { database, room, samples } }) => {
      const sample = samples.find(({ name }) => name === parameter("name"));
      if (!sample) throw missing("sample set");
      return reply(201, shownSet(await createSet(database, account.id, sample.set, room)));
    },
  }),
  operation({
    method: "post",
    path: "/sets/{id}/problems",
    summary: "A new problem at the end of a set",
    body: NewTitle,
    answers: { 201: Problem },
    handle: async ({ account, parameter, body: { title }, services: { database, room } }) => {
      const set = await ownSet(database, account, parameter("id"));
      return reply(201, shownProblem(await addProblem(database, account.id, set.id, title, room)));
    },
  }),
] as const;
