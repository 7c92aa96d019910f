import type { Detail } from "../document/derivation.ts";
import type { SetSettings } from "../problemset/settings.ts";

/** What is published of a set: the problems alone, with their solutions, or with the answers alone. */
export type PublicationKind = "handout" | "worked" | "key";

export const KIND_WORDS: Readonly<Record<PublicationKind, string>> = { handout: "Problems", worked: "Worked solutions", key: "Answer key" };

/** What the author chooses when a set is published. */
export interface Choices {
  readonly kind: PublicationKind;
  /** How much of the way is shown where a line does not say it itself. */
  readonly detail: Detail;
  /** Whether every line has its number, not only those that others refer to. */
  readonly allNumbers: boolean;
  /** Whether a handout has room to write. */
  readonly space: boolean;
}

export const DEFAULT_CHOICES: Choices = { kind: "worked", detail: "main steps", allNumbers: false, space: false };

/** How a set is published where nothing else is chosen: as the set says. */
export const choicesOf = ({ detail, allNumbers }: SetSettings): Choices => ({
  ...DEFAULT_CHOICES,
  ...(detail ? { detail } : {}),
  ...(allNumbers ? { allNumbers } : {}),
});
