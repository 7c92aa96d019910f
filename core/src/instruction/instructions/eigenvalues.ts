import { stepsCheck } from "../../check/step.ts";
import { type Check, verdictOfSolutions } from "../../check/verdict.ts";
import { type Step, step } from "../../derivation/step.ts";
import { equation as equationOf, name, product, tuple, ZERO } from "../../expression/construct.ts";
import { type Expression, findAll, freeNames } from "../../expression/expression.ts";
import { determinant } from "../../matrix/determinant.ts";
import { lessMultiple, type Matrix, tupleOf } from "../../matrix/matrix.ts";
import { nullspace } from "../../matrix/row-reduction.ts";
import { rowSteps } from "../../matrix/steps.ts";
import { say } from "../../notation/inline.ts";
import { present } from "../../notation/present.ts";
import type { Syntax } from "../../notation/syntax.ts";
import { simplifyWithSteps } from "../../rewrite/forms/shortest.ts";
import { solveForAllLetters } from "../../solve/equation.ts";
import type { Solution, SolutionSet, Solved } from "../../solve/solution.ts";
import { expand, simplify } from "../../truth/index.ts";
import { CannotDo, type Outcome } from "../answer.ts";
import type { Environment } from "../environment.ts";
import type { Instruction } from "../instruction.ts";
import { judgeSolutions } from "../judging/judge-solutions.ts";
import { squareMatrix } from "./determinant.ts";

/** `eigenvalues of M`: the zeros of the characteristic polynomial, for lambda, with their multiplicities. */
export const EIGENVALUES: Instruction = {
  name: "eigenvalues",
  purpose: "Gives the eigenvalues of a square matrix as solutions for lambda, with their multiplicities.",
  forms: ["eigenvalues of M"],
  examples: [["eigenvalues of ((2, 1), (1, 2))"], ["given a, b", "eigenvalues of ((a, b), (b, a))"]],
  spellings: [
    { typed: "find|calculate|compute the? eigenvalues of {M}", means: "eigenvalues of {M}" },
    { typed: "the? principal values of {M}", means: "eigenvalues of {M}" },
  ],
  begins: (sentence) => sentence.peekWords("eigenvalues", "of"),
  read: (sentence) => {
    sentence.takeWords("eigenvalues", "of");
    const written = sentence.written("a matrix");
    sentence.expectEnd();
    const matrix = squareMatrix(written, sentence);
    return { instruction: "eigenvalues", run: () => valuesOutcome(matrix, sentence.environment) };
  },
};

/** `eigenvectors of M`: each eigenvalue with a basis of its eigenvectors. */
export const EIGENVECTORS: Instruction = {
  name: "eigenvectors",
  purpose: "Gives the eigenvalues of a square matrix, each with independent eigenvectors v.",
  forms: ["eigenvectors of M"],
  examples: [["eigenvectors of ((2, 1), (1, 2))"]],
  spellings: [
    { typed: "find|calculate|compute the? eigenvectors of {M}", means: "eigenvectors of {M}" },
    { typed: "eigenvalues and eigenvectors of {M}", means: "eigenvectors of {M}" },
    { typed: "the? principal axes|directions of {M}", means: "eigenvectors of {M}" },
  ],
  begins: (sentence) => sentence.peekWords("eigenvectors", "of"),
  read: (sentence) => {
    sentence.takeWords("eigenvectors", "of");
    const written = sentence.written("a matrix");
    sentence.expectEnd();
    const matrix = squareMatrix(written, sentence);
    return { instruction: "eigenvectors", run: () => vectorsOutcome(matrix, sentence.environment) };
  },
};

/** The characteristic polynomial with its zeros. */
interface Characteristic extends Solved {
  readonly letter: string;
  readonly equation: Expression & { readonly kind: "relation" };
}

function characteristic(m: Matrix, { assumptions }: Environment): Characteristic {
  const used = freeNames(tupleOf(m));
  const letter = ["lambda", "mu", "kappa"].find((one) => !used.has(one)) ?? "lambda_1";
  const shifted = lessMultiple(m, name(letter));
  const value = determinant(shifted);
  if (!value) throw new CannotDo("the characteristic polynomial of so large a matrix has too many terms");
  // Squares of sines and cosines may make up 1.
  const isPlain = findAll(value, (part) => part.kind === "call").length === 0;
  const polynomial = isPlain ? expand(value) : expand(simplifyWithSteps(expand(value), { assumptions }).expression);
  const zero = equationOf(polynomial, ZERO);
  if (zero.kind !== "relation") throw new CannotDo("there is no characteristic polynomial");
  const first = step("characteristic polynomial", [letter], { kind: "matrix", operation: "det", operands: [tupleOf(shifted)], after: polynomial });
  const solved = zeros(zero, letter, m.length, assumptions);
  return { letter, equation: zero, set: solved.set, steps: [first, ...solved.steps] };
}

/** Real zeros where that are all, with their multiplicities; else the complex ones. */
function zeros(equation: Expression & { readonly kind: "relation" }, unknown: string, degree: number, assumptions: readonly Expression[]): Solved {
  if (freeNames(equation).size === 1) {
    const real = solveForAllLetters({ equation, unknown, domain: "real", assumptions });
    const count = real.set.solutions.reduce((total, { multiplicity }) => total + multiplicity, 0);
    if (real.set.complete && count === degree) return real;
  }
  return solveForAllLetters({ equation, unknown, domain: "complex", assumptions });
}

function valuesOutcome(m: Matrix, environment: Environment): Outcome {
  const { equation, set, steps } = characteristic(m, environment);
  const judged = judgeSolutions(equation, set, steps, environment.assumptions, []);
  return {
    answer: { kind: "solutions", set, equation, scope: { kind: set.domain === "complex" ? "complex" : "reals", facts: [] }, angles: [] },
    statement: equation,
    steps,
    ...judged,
  };
}

function vectorsOutcome(m: Matrix, environment: Environment): Outcome {
  const { letter, equation, set, steps: before } = characteristic(m, environment);
  const judged = judgeSolutions(equation, set, before, environment.assumptions, []);
  const steps: Step[] = [...before];
  const solutions: Solution[] = [];
  for (const one of set.solutions) {
    const value = one.values.get(letter) ?? ZERO;
    const { basis, reduced } = nullspace(lessMultiple(m, value));
    if (basis.length === 0) throw new CannotDo("an eigenvector was not found: it was not decided which entries are 0");
    const shifted = tupleOf(lessMultiple(m, value));
    steps.push(step("eigenvectors of a value", [value], { kind: "equal", before: shifted, after: shifted }), ...rowSteps(reduced.steps));
    for (const vector of basis) {
      const scaled = tuple(vector.map((e) => simplify(product(value, e)).expression));
      const claim = { kind: "matrix", operation: "product", operands: [tupleOf(m), tuple(vector)], after: scaled } as const;
      const times: Syntax = { kind: "times", dot: false, left: present(tupleOf(m)), right: present(tuple(vector)) };
      steps.push(step("eigenvector", [tuple(vector), value], claim, { written: { kind: "relation", comparisons: ["="], operands: [times, present(scaled)] } }));
      solutions.push({ ...one, values: new Map([...one.values, ["v", tuple(vector)]]) });
    }
  }
  const { check, verdicts } = stepsCheck(steps, environment.assumptions);
  const checks: readonly Check[] = [check, ...judged.checks.filter(({ kind }) => kind !== "steps")];
  const all: SolutionSet = { ...set, variables: [letter, "v"], solutions, reason: say`${set.reason}; ${countReason(set, solutions)}` };
  return {
    answer: { kind: "solutions", set: all, equation, scope: { kind: set.domain === "complex" ? "complex" : "reals", facts: [] }, angles: [] },
    statement: equation,
    steps,
    stepVerdicts: verdicts,
    checks,
    verdict: verdictOfSolutions(checks),
  };
}

function countReason(set: SolutionSet, solutions: readonly Solution[]): string {
  const wanted = set.solutions.reduce((total, { multiplicity }) => total + multiplicity, 0);
  return solutions.length === wanted
    ? "as many independent eigenvectors as rows"
    : `only ${solutions.length} independent eigenvectors: the matrix has no basis of eigenvectors`;
}
