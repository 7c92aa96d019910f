import type { Digits } from "./answer.ts";

/** What holds for every line of a set: how far decimals go, and whether angles are shown in degrees. */
export interface Settings {
  readonly digits?: Digits;
  readonly inDegrees?: true;
}
