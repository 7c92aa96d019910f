import type { Account } from "../../data/accounts.ts";
import type { Database } from "../../data/database.ts";
import type { Job } from "../../data/jobs.ts";
import { type Change, findSet, type StoredProblem, type StoredSet } from "../../data/sets.ts";
import { ApiError, missing } from "../faults.ts";

export const shownSet = ({ id, title, introduction, frontMatter, version, updatedAt }: StoredSet) => ({
  id,
  title,
  introduction,
  frontMatter,
  version,
  updatedAt,
});

export const shownProblem = ({ id, setId, title, statement, working, version }: StoredProblem) => ({
  id,
  setId,
  title,
  statement,
  working: [...working],
  version,
});

export const shownJob = ({ id, setId, kind, state, progress, message, createdAt }: Job) => ({ id, setId, kind, state, progress, message, createdAt });

/** @throws ApiError 404 where it is not the account's */
export async function ownSet(database: Database, account: Account, id: string): Promise<StoredSet> {
  const set = await findSet(database, account.id, id);
  if (!set) throw missing("set");
  return set;
}

/**
 * The result of a change.
 * @throws ApiError 404 where it is not the caller's, 409 with what is stored now where it came too late
 */
export function settled<T, Shown extends object>(change: Change<T>, shown: (value: T) => Shown): Shown {
  switch (change.kind) {
    case "done":
      return shown(change.now);
    case "missing":
      throw new ApiError(404, "this does not exist");
    case "conflict":
      throw new ApiError(409, "this was changed elsewhere in the meantime", { current: shown(change.now) });
  }
}

const LONGEST_NAME = 80;

/** A title as the name of a file. */
export function fileName(title: string): string {
  const words = title.toLowerCase().match(/[a-z0-9]+/g) ?? ["problems"];
  return words.join("-").slice(0, LONGEST_NAME);
}
