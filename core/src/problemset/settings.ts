import { parseDocument } from "yaml";
import type { Detail } from "../document/derivation.ts";
import type { Digits } from "../instruction/answer.ts";
import type { Settings } from "../instruction/settings.ts";

/** What the front matter of a set says of its lines and of how they are printed. */
export interface SetSettings extends Settings {
  readonly detail?: Detail;
  readonly allNumbers?: true;
}

const MOST_DIGITS = 100;

const STEPS: Readonly<Record<string, Detail>> = { "every step": "every step", "main steps": "main steps", "answer only": "answer" };

/** One setting: its key, what may stand behind it, and what that means; undefined for what may not. */
interface Setting {
  readonly key: string;
  readonly expected: string;
  readonly read: (value: unknown) => SetSettings | undefined;
}

const count = (value: unknown, least: number): number | undefined =>
  typeof value === "number" && Number.isInteger(value) && value >= least && value <= MOST_DIGITS ? value : undefined;

function digits(kind: Digits["kind"], value: unknown, least: number): SetSettings | undefined {
  const own = count(value, least);
  return own === undefined ? undefined : { digits: { kind, count: own } };
}

/** The settings that the product knows; every other key of the front matter is the author's own. */
export const SETTINGS: readonly Setting[] = [
  { key: "figures", expected: `a whole number from 1 to ${MOST_DIGITS}`, read: (value) => digits("figures", value, 1) },
  { key: "decimals", expected: `a whole number from 0 to ${MOST_DIGITS}`, read: (value) => digits("decimals", value, 0) },
  {
    key: "angles",
    expected: "degrees or radians",
    read: (value) => (value === "degrees" ? { inDegrees: true } : value === "radians" ? {} : undefined),
  },
  {
    key: "steps",
    expected: Object.keys(STEPS).join(", "),
    read: (value) => {
      const detail = STEPS[String(value)];
      return detail && { detail };
    },
  },
  { key: "line numbers", expected: "all or referred", read: (value) => (value === "all" ? { allNumbers: true } : value === "referred" ? {} : undefined) },
];

/** A setting with a value that it cannot have, and its line in the front matter, from 1. */
export interface FaultySetting {
  readonly message: string;
  readonly line: number;
}

/** What the front matter of a set says; what cannot be read is told by `fault`. */
export function settingsOf(frontMatter: string): { readonly settings: SetSettings; readonly fault?: FaultySetting } {
  const document = parseDocument(frontMatter);
  if (document.errors.length > 0) return { settings: {} };
  const values: unknown = document.toJS();
  if (typeof values !== "object" || values === null) return { settings: {} };
  let settings: SetSettings = {};
  for (const { key, expected, read } of SETTINGS) {
    if (!(key in values)) continue;
    const found = read((values as Readonly<Record<string, unknown>>)[key]);
    if (!found) return { settings, fault: { message: `“${key}” was expected to be ${expected}`, line: lineOf(frontMatter, key) } };
    settings = { ...settings, ...found };
  }
  return { settings };
}

const lineOf = (frontMatter: string, key: string): number => Math.max(1, frontMatter.split("\n").findIndex((line) => line.startsWith(`${key}:`)) + 1);

/** The front matter with a setting changed, or taken out; everything else stays as it is written. */
export function withSetting(frontMatter: string, key: string, value: string | undefined): string {
  const lines = frontMatter === "" ? [] : frontMatter.split("\n");
  const at = lines.findIndex((line) => line.startsWith(`${key}:`));
  const own = value === undefined ? [] : [`${key}: ${value}`];
  return (at < 0 ? [...lines, ...own] : [...lines.slice(0, at), ...own, ...lines.slice(at + 1)]).join("\n");
}
