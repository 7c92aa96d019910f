import type { Expression } from "../expression/expression.ts";
import { writtenLatex } from "./latex.ts";
import { present } from "./present.ts";
import type { Syntax } from "./syntax.ts";
import { writtenText } from "./text.ts";

/** An expression typeset so that its parts can be found again: part k carries \\htmlData{part=k} and is `parts[k]` in the notation. */
export interface PartedLatex {
  readonly latex: string;
  readonly parts: readonly string[];
}

/** The kinds of parts that are worth choosing: single letters and numbers are not. */
const CHOSEN: ReadonlySet<Syntax["kind"]> = new Set(["binary", "times", "power", "call", "fraction"]);

/** The LaTeX of an expression with its parts marked, and these parts in the notation, by the number of their mark. */
export function latexWithParts(e: Expression): PartedLatex {
  const parts: string[] = [];
  const mark = (part: Syntax, latex: string): string => {
    if (!CHOSEN.has(part.kind)) return latex;
    parts.push(writtenText(part));
    return `\\htmlData{part=${parts.length - 1}}{${latex}}`;
  };
  const latex = writtenLatex(present(e), mark);
  return { latex, parts };
}
