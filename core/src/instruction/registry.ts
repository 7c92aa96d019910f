import type { Instruction } from "./instruction.ts";
import { COLLECT } from "./instructions/collect.ts";
import { COMBINE } from "./instructions/combine.ts";
import { COMPLETE_SQUARE } from "./instructions/complete-square.ts";
import { EVALUATE } from "./instructions/evaluate.ts";
import { EXPAND } from "./instructions/expand.ts";
import { EXPECT } from "./instructions/expect.ts";
import { FACTOR } from "./instructions/factor.ts";
import { FIGURE } from "./instructions/figure.ts";
import { GIVEN } from "./instructions/given.ts";
import { GRAPH } from "./instructions/graph.ts";
import { HAND_LINE } from "./instructions/hand-line.ts";
import { KEEP } from "./instructions/keep.ts";
import { LET } from "./instructions/let.ts";
import { OPTIMUM } from "./instructions/optimum.ts";
import { PARTIAL_FRACTIONS } from "./instructions/partial-fractions.ts";
import { REWRITE } from "./instructions/rewrite.ts";
import { SHOW } from "./instructions/show.ts";
import { SIMPLIFY } from "./instructions/simplify.ts";
import { SOLVE } from "./instructions/solve.ts";
import { STATED } from "./instructions/stated.ts";
import { SUBSTITUTE } from "./instructions/substitute.ts";
import { TABULATE } from "./instructions/tabulate.ts";
import { TANGENT } from "./instructions/tangent.ts";

/** Every kind of instruction; the first that recognises a line reads it, so the plain statement comes last. */
export const INSTRUCTIONS: readonly Instruction[] = [
  ...[LET, GIVEN, SOLVE, OPTIMUM, EVALUATE, SUBSTITUTE, KEEP, GRAPH, FIGURE, TABULATE, TANGENT, EXPECT],
  ...[SIMPLIFY, EXPAND, FACTOR, COMPLETE_SQUARE, PARTIAL_FRACTIONS, COMBINE, COLLECT, REWRITE, SHOW],
  ...[HAND_LINE, STATED],
];

/** Sentences of the notation that are not carried out yet, by their first words; they get a message of their own. */
export const NOT_YET: readonly (readonly string[])[] = [
  ["limit", "of"],
  ["differentiate"],
  ["gradient", "of"],
  ["integrate"],
  ["series", "of"],
  ["inverse", "of"],
  ["determinant", "of"],
  ["eigenvalues", "of"],
];
