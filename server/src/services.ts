import type { Database } from "./data/database.ts";
import type { Room } from "./data/usage.ts";
import type { JobRunner } from "./jobs/runner.ts";
import type { WorkPool } from "./pool/pool.ts";
import type { ServedPages } from "./publish/served-pages.ts";
import type { Sample } from "./samples.ts";

/** What the operations of the API work with. */
export interface Services {
  readonly database: Database;
  readonly pool: WorkPool;
  readonly jobs: JobRunner;
  readonly pages: ServedPages;
  readonly room: Room;
  /** The sets of the example course, for copying. */
  readonly samples: readonly Sample[];
  /** Shown on the sign-in page in demo mode only. */
  readonly demo: { readonly email: string; readonly password: string } | undefined;
}
