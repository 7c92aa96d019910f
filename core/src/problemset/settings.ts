import { isMap, isScalar, parseDocument } from "yaml";
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
  const read = valuesOf(frontMatter);
  if (read.kind === "faulty") return { settings: {}, fault: read.fault };
  let settings: SetSettings = {};
  for (const { key, expected, read: meaning } of SETTINGS) {
    if (!read.values.has(key)) continue;
    const found = meaning(read.values.get(key));
    if (!found) return { settings, fault: { message: `“${key}” was expected to be ${expected}`, line: lineOf(frontMatter, key) } };
    settings = { ...settings, ...found };
  }
  return { settings };
}

type Values = { readonly kind: "read"; readonly values: ReadonlyMap<unknown, unknown> } | { readonly kind: "faulty"; readonly fault: FaultySetting };

const faulty = (message: string, line: number): Values => ({ kind: "faulty", fault: { message, line } });

/** The keys of the front matter with their values; whatever is no list of keys holds none. */
function valuesOf(frontMatter: string): Values {
  const end = frontMatter.split("\n").indexOf("---");
  if (end >= 0) return faulty("a line “---” would end the front matter here", end + 1);
  if (frontMatter.includes("\r")) return faulty("the lines of the front matter end with a line feed alone", lineAt(frontMatter, frontMatter.indexOf("\r")));
  try {
    // The reader compares every key with every other: that is done here, in one pass.
    const document = parseDocument(frontMatter, { uniqueKeys: false });
    const [fault] = document.errors;
    if (fault) return faulty(`the front matter is no valid YAML: ${fault.message.split("\n")[0]}`, fault.linePos?.[0].line ?? 1);
    if (!isMap(document.contents)) return { kind: "read", values: new Map() };
    const keys = new Set<unknown>();
    for (const { key } of document.contents.items) {
      const name = isScalar(key) ? key.value : key;
      if (keys.has(name)) return faulty(`the key “${String(name)}” stands here a second time`, isScalar(key) ? lineAt(frontMatter, key.range?.[0] ?? 0) : 1);
      keys.add(name);
    }
    return { kind: "read", values: document.toJS({ mapAsMap: true }) as ReadonlyMap<unknown, unknown> };
  } catch (error) {
    // Its recursion has an end, and aliases may stand for more than there is room for.
    if (error instanceof RangeError) return faulty("the front matter is nested too deeply here", deepestLine(frontMatter));
    if (error instanceof ReferenceError) return faulty(`the front matter cannot be read: ${error.message}`, 1);
    throw error;
  }
}

const lineAt = (text: string, place: number): number => text.slice(0, place).split("\n").length;

/** The line with the most characters that open something. */
function deepestLine(text: string): number {
  const depths = text.split("\n").map((line) => line.match(/[[{?-]/g)?.length ?? 0);
  return depths.indexOf(Math.max(...depths)) + 1;
}

const lineOf = (frontMatter: string, key: string): number => Math.max(1, frontMatter.split("\n").findIndex((line) => line.startsWith(`${key}:`)) + 1);

/** The front matter with a setting changed, or taken out; everything else stays as it is written. */
export function withSetting(frontMatter: string, key: string, value: string | undefined): string {
  const lines = frontMatter === "" ? [] : frontMatter.split("\n");
  const at = lines.findIndex((line) => line.startsWith(`${key}:`));
  const own = value === undefined ? [] : [`${key}: ${value}`];
  return (at < 0 ? [...lines, ...own] : [...lines.slice(0, at), ...own, ...lines.slice(at + 1)]).join("\n");
}
