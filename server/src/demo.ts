import { DEFAULT_CHOICES } from "@nail-down/core/composition/choices";
import { count } from "drizzle-orm";
import { createAccount } from "./data/accounts.ts";
import { accounts } from "./data/schema.ts";
import { createSet } from "./data/sets.ts";
import { snapshot } from "./jobs/carry-out.ts";
import type { Services } from "./services.ts";

/** The demo instructor's sign-in, shown on the sign-in page in demo mode only. */
export const DEMO = { email: "mara.tideway@saltmere.example", password: "harbour-lights", name: "Mara Tideway" } as const;

/** Makes the demo instructor with the sample sets and one published handout, when there is no account yet. */
export async function makeDemo({ database, jobs, room, samples }: Pick<Services, "database" | "jobs" | "room" | "samples">): Promise<boolean> {
  const [existing] = await database.select({ accounts: count() }).from(accounts);
  if ((existing?.accounts ?? 0) > 0) return false;
  const account = await createAccount(database, DEMO);
  if (!account) return false;
  // Each comes to stand on top of those before it.
  for (const [index, { set }] of [...samples.entries()].reverse()) {
    const stored = await createSet(database, account.id, set, room);
    if (index > 0) continue;
    for (const kind of ["handout", "worked"] as const) {
      const request = { chosen: { ...DEFAULT_CHOICES, kind }, author: account.name, format: "page" } as const;
      const job = { accountId: account.id, setId: stored.id, kind: "publish", request, snapshot: await snapshot(set), problems: set.problems.length } as const;
      const { id } = await jobs.add(job);
      await jobs.ended(account.id, id, new AbortController().signal);
    }
  }
  return true;
}
