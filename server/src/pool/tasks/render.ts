import { brotliCompressSync, constants, gunzipSync, gzipSync } from "node:zlib";
import { type Choices, choicesOf } from "@nail-down/core/composition/choices";
import { detailsOf, introductionBlocks } from "@nail-down/core/composition/document";
import { problemBlocks } from "@nail-down/core/composition/problem";
import type { LineReport } from "@nail-down/core/instruction/line-report";
import type { Problem } from "@nail-down/core/problemset/problem-set";
import { settingsOf } from "@nail-down/core/problemset/settings";
import { FORMATS, type FormatName, type PicturePlaces } from "../../publish/formats.ts";
import type { PageFrame } from "../../publish/page.ts";

/** What the author chose for this time; where nothing is chosen, the set says it. */
export type Chosen = Pick<Choices, "kind"> & Partial<Choices>;

export interface ProblemToRender {
  readonly problem: Omit<Problem, "layout">;
  /** Its place in the set, from 0. */
  readonly index: number;
  /** Of `checkWorking`. */
  readonly reports: Uint8Array;
  readonly frontMatter: string;
  readonly chosen: Chosen;
  readonly format: FormatName;
  readonly pictures: PicturePlaces;
  /** What is said in place of it, where it could not be set. */
  readonly instead?: string;
}

/** A line that the author should look at before readers do. */
export interface Fault {
  /** From 1; 0 for the problem as a whole. */
  readonly line: number;
  /** A verdict, or `error`, or `not decided`. */
  readonly verdict: string;
}

export interface Rendered {
  readonly text: string;
  /** Pictures of the evidence, compressed with gzip. */
  readonly pictures: readonly Uint8Array[];
  readonly faults: readonly Fault[];
}

const choicesFor = (frontMatter: string, chosen: Chosen): Choices => ({ ...choicesOf(settingsOf(frontMatter).settings), ...chosen });

/** A problem whose working was checked, as a part of a document. */
export function rendered({ problem, index, reports, frontMatter, chosen, format, pictures, instead }: ProblemToRender): Rendered {
  const lines = JSON.parse(gunzipSync(reports).toString()) as readonly LineReport[];
  const faults = lines.flatMap(faultOf);
  const whole =
    instead === undefined ? FORMATS[format].part(problemBlocks({ problem, lines }, index + 1, choicesFor(frontMatter, chosen)), pictures) : undefined;
  if (whole && whole.text.length <= MOST_CHARACTERS) return { text: whole.text, pictures: whole.pictures.map((picture) => gzipSync(picture)), faults };
  const message = instead ?? `This problem could not be set: it would have ${whole?.text.length} characters.`;
  const said = FORMATS[format].part(
    [
      { kind: "heading", number: index + 1, title: problem.title },
      { kind: "fault", message },
    ],
    pictures,
  );
  return { text: said.text, pictures: [], faults: [...faults, { line: 0, verdict: "error" }] };
}

/** A problem that is longer on a page is read by nobody. */
const MOST_CHARACTERS = 5_000_000;

function faultOf({ error, verdict }: LineReport, index: number): readonly Fault[] {
  const line = index + 1;
  if (error) return [{ line, verdict: error.notDecided ? "not decided" : "error" }];
  return verdict && verdict !== "nailed" ? [{ line, verdict }] : [];
}

export interface SetToAssemble {
  readonly title: string;
  readonly introduction: string;
  readonly frontMatter: string;
  readonly author: string;
  /** The day, as 2026-11-30. */
  readonly date: string;
  readonly chosen: Chosen;
  readonly format: FormatName;
  readonly styles: PageFrame["styles"];
  /** The problems as they were rendered. */
  readonly problems: readonly string[];
}

/** A whole document of problems that were rendered. */
export function assembled({ title, introduction, frontMatter, author, date, chosen, format, styles, problems }: SetToAssemble): string {
  const choices = choicesFor(frontMatter, chosen);
  const { part, document } = FORMATS[format];
  const { text } = part(introductionBlocks(introduction), { address: "", first: 0 });
  return document(detailsOf(title, { choices, author, date }), [text, ...problems], { handsIn: choices.kind === "handout", styles });
}

/** As `assembled`, compressed as it is sent to whoever asked: a preview with what is not nailed in JSON, anything else as it is. */
export function packed({ notNailed, ...set }: SetToAssemble & { readonly notNailed: readonly object[] | undefined }): Uint8Array {
  const text = assembled(set);
  return gzipSync(notNailed ? JSON.stringify({ html: text, notNailed }) : text);
}

/** A page of so many characters is compressed as small as it goes; a longer one would take too long for that. */
const SMALL = 2_000_000;
const QUALITY = { smallest: constants.BROTLI_MAX_QUALITY, quick: 5 } as const;

/** Once, and small: it is sent many times. */
export const compressed = (text: string): { readonly brotli: Uint8Array; readonly gzip: Uint8Array } => ({
  brotli: brotliCompressSync(text, { params: { [constants.BROTLI_PARAM_QUALITY]: text.length <= SMALL ? QUALITY.smallest : QUALITY.quick } }),
  gzip: gzipSync(text, { level: 9 }),
});
