import type { Instruction } from "./instruction.ts";
import { COLLECT } from "./instructions/collect.ts";
import { COMBINE } from "./instructions/combine.ts";
import { COMPLETE_SQUARE } from "./instructions/complete-square.ts";
import { DETERMINANT, INVERSE } from "./instructions/determinant.ts";
import { DIFFERENTIATE, GRADIENT } from "./instructions/differentiate.ts";
import { EIGENVALUES, EIGENVECTORS } from "./instructions/eigenvalues.ts";
import { EVALUATE } from "./instructions/evaluate.ts";
import { EXPAND } from "./instructions/expand.ts";
import { EXPECT } from "./instructions/expect.ts";
import { FACTOR } from "./instructions/factor.ts";
import { FIGURE } from "./instructions/figure.ts";
import { FILL_IN } from "./instructions/fill-in.ts";
import { GIVEN } from "./instructions/given.ts";
import { GRAPH } from "./instructions/graph.ts";
import { HAND_LINE } from "./instructions/hand-line.ts";
import { INTEGRATE } from "./instructions/integrate.ts";
import { HESSIAN, JACOBIAN } from "./instructions/jacobian.ts";
import { KEEP } from "./instructions/keep.ts";
import { LET } from "./instructions/let.ts";
import { LIMIT } from "./instructions/limit.ts";
import { OPTIMUM } from "./instructions/optimum.ts";
import { PARTIAL_FRACTIONS } from "./instructions/partial-fractions.ts";
import { REWRITE } from "./instructions/rewrite.ts";
import { HINT, PART, SAY } from "./instructions/say.ts";
import { SERIES } from "./instructions/series.ts";
import { SHOW } from "./instructions/show.ts";
import { SIMPLIFY } from "./instructions/simplify.ts";
import { SOLVE } from "./instructions/solve.ts";
import { STATED } from "./instructions/stated.ts";
import { SUBSTITUTE } from "./instructions/substitute.ts";
import { TABULATE } from "./instructions/tabulate.ts";
import { TANGENT } from "./instructions/tangent.ts";
import type { Spelling } from "./reading/spelling.ts";

/** Every kind of instruction; the first that recognises a line reads it, so the plain statement comes last. */
export const INSTRUCTIONS: readonly Instruction[] = [
  ...[LET, GIVEN, SOLVE, LIMIT, SERIES, DIFFERENTIATE, GRADIENT, INTEGRATE, OPTIMUM, EVALUATE, SUBSTITUTE, KEEP, GRAPH, FIGURE, TABULATE, TANGENT, EXPECT],
  ...[EXPAND, FACTOR, COMPLETE_SQUARE, PARTIAL_FRACTIONS, COMBINE, COLLECT, SIMPLIFY, REWRITE, SHOW],
  ...[DETERMINANT, INVERSE, EIGENVALUES, EIGENVECTORS, JACOBIAN, HESSIAN],
  ...[SAY, HINT, PART],
  ...[FILL_IN, HAND_LINE, STATED],
];

/** Words that may stand before a sentence and say nothing. */
const FILLERS: readonly Spelling[] = [{ typed: "please|now|next|finally|also {E}", means: "{E}" }];

/** How much of a spelling is said: its words, and half of that for its marks. */
const words = ({ typed }: Spelling): number => {
  const said = typed.split(" ").filter((part) => !part.startsWith("{") && !part.endsWith("?"));
  return said.length - said.filter((part) => !/^[a-z]/.test(part)).length / 2;
};

/** All other spellings of sentences; the first that fits is taken, so those with more words stand first. */
export const SPELLINGS: readonly Spelling[] = INSTRUCTIONS.flatMap(({ spellings = [] }) => spellings)
  .concat(FILLERS)
  .sort((a, b) => words(b) - words(a));

/** The words of the other spellings. */
export const SPELLED_WORDS: readonly string[] = [
  ...new Set(SPELLINGS.flatMap(({ typed }) => typed.split(" ").flatMap((part) => (part.startsWith("{") ? [] : part.replace("?", "").split("|"))))),
];
