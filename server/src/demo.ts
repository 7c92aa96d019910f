import { readdirSync, readFileSync } from "node:fs";
import { DEFAULT_CHOICES } from "@nail-down/core/composition/choices";
import { readProblemSet } from "@nail-down/core/problemset/read";
import { count } from "drizzle-orm";
import { createAccount } from "./data/accounts.ts";
import type { Database } from "./data/database.ts";
import { publish } from "./data/publications.ts";
import { accounts } from "./data/schema.ts";
import { createSet } from "./data/sets.ts";
import type { Checker } from "./publish/check.ts";
import { linked, pageWithPictures } from "./publish/page.ts";
import { composeSet } from "./publish/publish.ts";
import type { PageStyles } from "./publish/styles.ts";

/** The demo instructor's sign-in, shown on the sign-in page in demo mode only. */
export const DEMO = { email: "mara.tideway@saltmere.example", password: "harbour-lights", name: "Mara Tideway" } as const;

/** Makes the demo instructor with the sets of the examples folder and one published handout, when there is no account yet. */
export async function makeDemo(
  database: Database,
  { checker, styles }: { readonly checker: Checker; readonly styles: PageStyles },
  examples: URL,
): Promise<boolean> {
  const [existing] = await database.select({ accounts: count() }).from(accounts);
  if ((existing?.accounts ?? 0) > 0) return false;
  const account = await createAccount(database, DEMO);
  if (!account) return false;
  const files = readdirSync(examples)
    .filter((name) => name.endsWith(".nail.md"))
    .sort();
  for (const [index, file] of files.entries()) {
    const set = readProblemSet(readFileSync(new URL(file, examples), "utf8"));
    const stored = await createSet(database, account.id, set);
    if (index > 0) continue;
    for (const kind of ["handout", "worked"] as const) {
      const composed = await composeSet(checker, set, account.name, { ...DEFAULT_CHOICES, kind }, new Date());
      await publish(database, stored.id, kind, (at) => pageWithPictures(composed.set, { handsIn: kind === "handout", styles: linked(styles) }, at));
    }
  }
  return true;
}
