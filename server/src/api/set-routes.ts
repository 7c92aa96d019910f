import { ProblemSetError } from "@nail-down/core/problemset/problem-set";
import { readProblemSet } from "@nail-down/core/problemset/read";
import { writeProblemSet } from "@nail-down/core/problemset/write";
import { Router } from "express";
import type { Account } from "../data/accounts.ts";
import type { Database } from "../data/database.ts";
import { publicationsOf, publish, withdraw } from "../data/publications.ts";
import {
  addProblem,
  asProblemSet,
  type Change,
  changeProblem,
  changeSet,
  createSet,
  deleteProblem,
  deleteSet,
  findProblem,
  findSet,
  problemsOf,
  type StoredProblem,
  type StoredSet,
  shelf,
} from "../data/sets.ts";
import type { Checker } from "../publish/check.ts";
import { publishSet } from "../publish/publish.ts";
import { ApiError, body, parameter, signedIn } from "./http.ts";

const shownSet = ({ id, title, introduction, version, updatedAt }: StoredSet) => ({ id, title, introduction, version, updatedAt });
const shownProblem = ({ id, setId, title, statement, working, version }: StoredProblem) => ({ id, setId, title, statement, working, version });

/** The result of a change, or the right error: 404 where it is not the caller's, 409 with what is stored now where it came too late. */
function settled<T>(change: Change<T>, shown: (value: T) => object): object {
  switch (change.kind) {
    case "done":
      return shown(change.now);
    case "missing":
      throw new ApiError(404, "this does not exist");
    case "conflict":
      throw new ApiError(409, "this was changed elsewhere in the meantime", { current: shown(change.now) });
  }
}

/** Sets, problems, files and publications of the account that is signed in. */
export function setRoutes(database: Database, checker: Checker): Router {
  const router = Router();
  const ownSet = async (account: Account, id: string): Promise<StoredSet> => {
    const set = await findSet(database, account.id, id);
    if (!set) throw new ApiError(404, "this set does not exist");
    return set;
  };

  router.get(
    "/sets",
    signedIn(database, async (account, _request, response) => {
      response.json({ sets: await shelf(database, account.id) });
    }),
  );
  router.post(
    "/sets",
    signedIn(database, async (account, request, response) => {
      const { title } = body(request, "newSet");
      const set = await createSet(database, account.id, { title, frontMatter: "", introduction: "", problems: [] });
      response.status(201).json(shownSet(set));
    }),
  );
  router.post(
    "/sets/import",
    signedIn(database, async (account, request, response) => {
      const { file } = body(request, "importSet");
      try {
        response.status(201).json(shownSet(await createSet(database, account.id, readProblemSet(file))));
      } catch (error) {
        if (error instanceof ProblemSetError) throw new ApiError(400, error.message, { field: "file", line: error.line });
        throw error;
      }
    }),
  );
  router.get(
    "/sets/:id",
    signedIn(database, async (account, request, response) => {
      const set = await ownSet(account, parameter(request, "id"));
      const [problems, publications] = await Promise.all([problemsOf(database, set.id), publicationsOf(database, set.id)]);
      response.json({ ...shownSet(set), problems: problems.map(shownProblem), publications });
    }),
  );
  router.patch(
    "/sets/:id",
    signedIn(database, async (account, request, response) => {
      const { version, ...change } = body(request, "changeSet");
      response.json(settled(await changeSet(database, account.id, parameter(request, "id"), version, change), shownSet));
    }),
  );
  router.delete(
    "/sets/:id",
    signedIn(database, async (account, request, response) => {
      if (!(await deleteSet(database, account.id, parameter(request, "id")))) throw new ApiError(404, "this set does not exist");
      response.status(204).end();
    }),
  );
  router.get(
    "/sets/:id/file",
    signedIn(database, async (account, request, response) => {
      const set = await ownSet(account, parameter(request, "id"));
      const name = `${
        set.title
          .toLowerCase()
          .replace(/[^a-z0-9]+/g, "-")
          .replace(/^-|-$/g, "") || "problems"
      }.nail.md`;
      response
        .type("text/markdown")
        .attachment(name)
        .send(writeProblemSet(asProblemSet(set, await problemsOf(database, set.id))));
    }),
  );
  router.post(
    "/sets/:id/problems",
    signedIn(database, async (account, request, response) => {
      const set = await ownSet(account, parameter(request, "id"));
      response.status(201).json(shownProblem(await addProblem(database, set.id, body(request, "newProblem").title)));
    }),
  );
  router.get(
    "/problems/:id",
    signedIn(database, async (account, request, response) => {
      const problem = await findProblem(database, account.id, parameter(request, "id"));
      if (!problem) throw new ApiError(404, "this problem does not exist");
      response.json(shownProblem(problem));
    }),
  );
  router.put(
    "/problems/:id",
    signedIn(database, async (account, request, response) => {
      const { version, ...change } = body(request, "changeProblem");
      response.json(settled(await changeProblem(database, account.id, parameter(request, "id"), version, change), shownProblem));
    }),
  );
  router.delete(
    "/problems/:id",
    signedIn(database, async (account, request, response) => {
      if (!(await deleteProblem(database, account.id, parameter(request, "id")))) throw new ApiError(404, "this problem does not exist");
      response.status(204).end();
    }),
  );
  router.post(
    "/sets/:id/publications",
    signedIn(database, async (account, request, response) => {
      const set = await ownSet(account, parameter(request, "id"));
      const { kind } = body(request, "publish");
      const { html, notNailed } = await publishSet(checker, asProblemSet(set, await problemsOf(database, set.id)), account.name, kind, new Date());
      response.status(201).json({ publication: await publish(database, set.id, kind, html), notNailed });
    }),
  );
  router.delete(
    "/sets/:id/publications/:kind",
    signedIn(database, async (account, request, response) => {
      const set = await ownSet(account, parameter(request, "id"));
      const kind = (["handout", "worked", "key"] as const).find((word) => word === parameter(request, "kind"));
      if (!kind) throw new ApiError(404, "there is no such publication");
      await withdraw(database, set.id, kind);
      response.json({ publications: await publicationsOf(database, set.id) });
    }),
  );
  return router;
}
