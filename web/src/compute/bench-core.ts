import type { FigurePicture } from "@nail-down/core/graph/figure/figure";
import type { Picture } from "@nail-down/core/graph/picture";
import type { Window } from "@nail-down/core/graph/scene";
import { completionsAt, type Offered } from "@nail-down/core/instruction/completion/completions";
import { scopeOf } from "@nail-down/core/instruction/completion/scope-of";
import { reportsOf, runDefended } from "@nail-down/core/instruction/defended";
import type { FaultReport, LineReport } from "@nail-down/core/instruction/line-report";
import { type Memory, NO_MEMORY } from "@nail-down/core/instruction/memory";
import { type NextSentence, sentencesAfter, tried } from "@nail-down/core/instruction/next-sentences";
import { type PartRewrite, partRewrite, partSentences } from "@nail-down/core/instruction/part-rewrites";
import { readLine } from "@nail-down/core/instruction/read-line";
import { faultReport, figureOf, pictureOf } from "@nail-down/core/instruction/report";
import type { Settings } from "@nail-down/core/instruction/settings";
import { runWorking, type Working } from "@nail-down/core/instruction/working";
import type { Line } from "@nail-down/core/notation/inline";
import type { Part } from "@nail-down/core/notation/parts";
import { rest } from "./rest.ts";

/** What is told of a run: that line `at` (from 1) is begun, and what became of lines before it. */
export interface News {
  readonly at?: number;
  readonly lines: readonly LineNews[];
}

/** A line that stands: its report, unless the page has the one of this key. */
export interface LineNews {
  readonly line: number;
  readonly key: string;
  readonly report?: LineReport;
}

/** A working to be run. */
export interface Wanted {
  readonly lines: readonly string[];
  readonly settings: Settings;
  /** Lines that are not tried again, by their numbers, and what is said of them. */
  readonly givenUp: ReadonlyMap<number, string>;
  /** The keys of the reports that the page has. */
  readonly has: ReadonlySet<string>;
}

/** A note with the line as the other reading would be written. */
export interface Note {
  readonly text: string;
  readonly otherwise?: string;
}

export interface Preview {
  readonly sentence: Line;
  readonly error?: FaultReport;
  /** How something is read that could be meant otherwise. */
  readonly notes: readonly Note[];
  /** What can be put in at the caret. */
  readonly offered: Offered;
}

/** A rewrite of a part of a line with the words by which it is offered. */
export interface Offer extends PartRewrite {
  readonly words: string;
}

/** So long the worker goes on before it looks for newer wishes, in milliseconds, and before it tells what it has. */
const STRETCH = 25;

/** The core as the page speaks with it. Lines that were run before are kept, so that an edit runs only what depends on it. */
export class BenchCore {
  #memory: Memory = NO_MEMORY;
  #settings: Settings = {};
  #runs = 0;
  #searches = 0;
  /** Keys of reports are those of this worker alone. */
  readonly #own = crypto.randomUUID();
  readonly #keys = new WeakMap<LineReport, string>();
  #count = 0;
  /** Where one writes, with the lines above it. */
  #place: { readonly key: string; readonly memory: Memory; readonly working: Working } | undefined;

  /** Runs a working and tells of each line; a newer run ends it. Whether it came to its end. */
  async run({ lines, settings, givenUp, has }: Wanted, tell: (news: News) => Promise<void>): Promise<boolean> {
    this.#runs += 1;
    const own = this.#runs;
    this.#settings = settings;
    let found: LineNews[] = [];
    let toldAt = performance.now();
    const flush = (at?: number): Promise<void> => {
      const told = tell({ lines: found, ...(at === undefined ? {} : { at }) });
      found = [];
      toldAt = performance.now();
      return told;
    };
    const isDue = (): boolean => performance.now() - toldAt > STRETCH;
    const run = reportsOf(lines, this.#memory, settings, { carriesOut: (line) => void flush(line), givenUp });
    for (let line = 1; ; line += 1) {
      const { done, value } = run.next();
      if (done) {
        this.#memory = value.memory;
        await flush();
        return true;
      }
      const key = this.#keyOf(value.report);
      found.push({ line, key, ...(has.has(key) ? {} : { report: value.report }) });
      if (!isDue()) continue;
      void flush();
      this.#memory = value.memory();
      await rest();
      if (own !== this.#runs) return false;
    }
  }

  #keyOf(report: LineReport): string {
    const known = this.#keys.get(report);
    if (known !== undefined) return known;
    this.#count += 1;
    const key = `${this.#own} ${this.#count}`;
    this.#keys.set(report, key);
    return key;
  }

  /** What the last of the lines draws, a graph in another window where one is asked for. */
  draw(lines: readonly string[], window?: Window): { readonly picture: Picture | undefined; readonly figure: FigurePicture | undefined } {
    const line = runWorking(lines, this.#memory, this.#settings).lines.at(-1);
    return { picture: line && pictureOf(line, window), figure: line && figureOf(line) };
  }

  /** Tries sentences one after the other; a newer search ends it. */
  async #search<Sought>(sought: readonly Sought[], attempt: (one: Sought) => void): Promise<void> {
    this.#searches += 1;
    const own = this.#searches;
    for (const one of sought) {
      attempt(one);
      await rest();
      if (own !== this.#searches) return;
    }
  }

  /** Tells the rewrites that change a part of a line, one after the other. */
  rewrites(lines: readonly string[], line: number, part: Part, tell: (offer: Offer) => void): Promise<void> {
    return this.#search(partSentences(part, line), ({ words, sentence }) => {
      const rewrite = partRewrite(lines, line, sentence, this.#memory, this.#settings);
      if (rewrite) tell({ ...rewrite, words });
    });
  }

  /** Reads one line at its place without carrying it out, and finds what can be put in at the caret. */
  read(before: readonly string[], source: string, caret: number): Preview {
    const { lines, environment } = this.#above(before);
    const { sentence, error, notes } = readLine(source, environment);
    return {
      sentence,
      ...(error ? { error: faultReport(error) } : {}),
      notes: notes.map(({ text, instead }) => ({
        text,
        ...(instead ? { otherwise: `${source.slice(0, instead.span.from)}${instead.text}${source.slice(instead.span.to)}` } : {}),
      })),
      offered: completionsAt(source, caret, scopeOf(lines, environment)),
    };
  }

  /** The lines above a place, run; kept while one writes there. */
  #above(before: readonly string[]): Working {
    const key = before.join("\n");
    if (this.#place?.key !== key || this.#place.memory !== this.#memory)
      this.#place = { key, memory: this.#memory, working: runWorking(before, this.#memory, this.#settings) };
    return this.#place.working;
  }

  /** Tells what could come next below a line, one sentence after the other. */
  next(lines: readonly string[], line: number, tell: (sentence: NextSentence) => void): Promise<void> {
    return this.#search(sentencesAfter(lines, line, this.#memory, this.#settings), (sentence) => {
      const found = tried(lines, line, sentence, this.#memory, this.#settings);
      if (found) tell(found);
    });
  }

  /** Tells what lines would come to that are not written yet. */
  answers(lines: readonly string[], sentences: readonly string[], tell: (sentence: string, latex: string) => void): Promise<void> {
    return this.#search(sentences, (sentence) => {
      const { preview } = tried(lines, lines.length, sentence, this.#memory, this.#settings) ?? {};
      if (preview !== undefined) tell(sentence, preview);
    });
  }

  /** The reports of a working that is not on the bench. */
  report(lines: readonly string[], settings: Settings): readonly LineReport[] {
    return runDefended(lines, NO_MEMORY, settings).reports;
  }
}
