import { type Choices, choicesOf } from "@nail-down/core/composition/choices";
import { ProblemSetError } from "@nail-down/core/problemset/problem-set";
import { readProblemSet } from "@nail-down/core/problemset/read";
import { settingsOf } from "@nail-down/core/problemset/settings";
import { writeProblemSet } from "@nail-down/core/problemset/write";
import { type Request, Router } from "express";
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
import { FORMATS, type FormatName } from "../publish/formats.ts";
import { linked, pageHtml, pageWithPictures } from "../publish/page.ts";
import { type Composed, composeSet } from "../publish/publish.ts";
import type { ServedPages } from "../publish/served-pages.ts";
import type { PageStyles } from "../publish/styles.ts";
import { ApiError, body, parameter, signedIn, validated } from "./http.ts";
import type { Bodies } from "./schemas.ts";

const shownSet = ({ id, title, introduction, frontMatter, version, updatedAt }: StoredSet) => ({ id, title, introduction, frontMatter, version, updatedAt });
const shownProblem = ({ id, setId, title, statement, working, version }: StoredProblem) => ({ id, setId, title, statement, working, version });

/** A title as the name of a file. */
const fileName = (title: string): string =>
  title
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "") || "problems";

const isFormat = (name: string): name is FormatName => Object.hasOwn(FORMATS, name);

/** The choices in the query of an address. */
function asked(query: Request["query"]): Bodies["publish"] {
  const { kind, detail } = query;
  const own = { kind: typeof kind === "string" ? kind : "worked", ...(typeof detail === "string" ? { detail } : {}) };
  return validated("publish", { ...own, ...(query["space"] === "true" ? { space: true } : {}), ...(query["numbers"] === "all" ? { allNumbers: true } : {}) });
}

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

/** What publishing needs: what runs the workings, the pages that are kept at hand, and their styles. */
interface Publishing {
  readonly checker: Checker;
  readonly pages: ServedPages;
  readonly styles: PageStyles;
}

/** Sets, problems, files and publications of the account that is signed in. */
export function setRoutes(database: Database, { checker, pages, styles }: Publishing): Router {
  const router = Router();
  const pageOf = ({ kind }: Choices) => ({ handsIn: kind === "handout", styles: linked(styles) });
  /** The set composed with the choices that are made; where one is not, as the set says. */
  const composedFor = async (account: Account, set: StoredSet, made: Bodies["publish"]): Promise<{ choices: Choices; composed: Composed }> => {
    const choices = { ...choicesOf(settingsOf(set.frontMatter).settings), ...made };
    const problems = await problemsOf(database, set.id);
    return { choices, composed: await composeSet(checker, asProblemSet(set, problems), account.name, choices, new Date()) };
  };
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
      const { fault } = settingsOf(change.frontMatter ?? "");
      if (fault) throw new ApiError(400, `line ${fault.line} of the settings: ${fault.message}`, { field: "frontMatter" });
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
      response
        .type("text/markdown")
        .attachment(`${fileName(set.title)}.nail.md`)
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
      const { choices, composed } = await composedFor(account, set, body(request, "publish"));
      const publication = await publish(database, set.id, choices.kind, (at) => pageWithPictures(composed.set, pageOf(choices), at));
      pages.forget(publication.address);
      response.status(201).json({ publication, notNailed: composed.notNailed });
    }),
  );
  router.post(
    "/sets/:id/preview",
    signedIn(database, async (account, request, response) => {
      const set = await ownSet(account, parameter(request, "id"));
      const { choices, composed } = await composedFor(account, set, body(request, "publish"));
      response.json({ html: pageHtml(composed.set, pageOf(choices)), notNailed: composed.notNailed });
    }),
  );
  router.get(
    "/sets/:id/export/:format",
    signedIn(database, async (account, request, response) => {
      const set = await ownSet(account, parameter(request, "id"));
      const name = parameter(request, "format");
      if (!isFormat(name)) throw new ApiError(404, "there is no such format");
      const format = FORMATS[name];
      const { choices, composed } = await composedFor(account, set, asked(request.query));
      response
        .type(format.type)
        .attachment(`${fileName(set.title)}.${format.ending}`)
        .send(format.write(composed.set, { handsIn: choices.kind === "handout", styles }));
    }),
  );
  router.delete(
    "/sets/:id/publications/:kind",
    signedIn(database, async (account, request, response) => {
      const set = await ownSet(account, parameter(request, "id"));
      const kind = (["handout", "worked", "key"] as const).find((word) => word === parameter(request, "kind"));
      if (!kind) throw new ApiError(404, "there is no such publication");
      for (const address of await withdraw(database, set.id, kind)) pages.forget(address);
      response.json({ publications: await publicationsOf(database, set.id) });
    }),
  );
  return router;
}
