import { writtenLatex } from "./latex.ts";
import { writtenPlain } from "./plain.ts";
import { partsOf, partsOfKind, type Syntax } from "./syntax.ts";
import { writtenText } from "./text.ts";

/** A part of a formula that can be chosen. */
export interface Part {
  /** In the notation, as a sentence names it. */
  readonly text: string;
  /** As it is read out. */
  readonly plain: string;
  /** The letters in it. */
  readonly letters: readonly string[];
  readonly isWhole: boolean;
  /** Which one it is of the parts with the same text, from 1 from left to right; undefined where there is no other. */
  readonly place: number | undefined;
  /** The smallest part around it, by its number; undefined for an outermost one. */
  readonly within: number | undefined;
}

/** A formula typeset so that its parts can be found again: part k carries \\htmlData{part=k} and is `parts[k]`; inner parts come first. */
export interface PartedLatex {
  readonly latex: string;
  readonly parts: readonly Part[];
}

/** The kinds of parts that are worth choosing: single letters and numbers are not. */
const CHOSEN: ReadonlySet<Syntax["kind"]> = new Set(["binary", "times", "power", "call", "fraction"]);

/** The LaTeX of a written form with its parts marked. */
export function latexWithParts(written: Syntax): PartedLatex {
  const found: Syntax[] = [];
  const mark = (part: Syntax, latex: string): string => {
    if (!CHOSEN.has(part.kind)) return latex;
    found.push(part);
    return `\\htmlData{part=${found.length - 1}}{${latex}}`;
  };
  const latex = mark(written, writtenLatex(written, mark));
  const parts = found.map((part, k): Part => {
    // What holds a part is typeset after it.
    const around = found.findIndex((other, index) => index > k && holds(other, part));
    return {
      text: writtenText(part),
      plain: writtenPlain(part),
      letters: [...new Set(partsOfKind(part, "name").map(({ name }) => name))],
      isWhole: part === written,
      place: placeAmong(found, part),
      within: around < 0 ? undefined : around,
    };
  });
  return { latex, parts };
}

function placeAmong(found: readonly Syntax[], part: Syntax): number | undefined {
  const same = found.filter((other) => writtenText(other) === writtenText(part));
  return same.length > 1 ? same.indexOf(part) + 1 : undefined;
}

const holds = (whole: Syntax, part: Syntax): boolean => partsOf(whole).some((inner) => inner === part || holds(inner, part));
