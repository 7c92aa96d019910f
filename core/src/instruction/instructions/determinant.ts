import type { Expression } from "../../expression/expression.ts";
import { isSquare, type Matrix, matrixOf } from "../../matrix/matrix.ts";
import type { Syntax } from "../../notation/syntax.ts";
import { DEFAULT_DIGITS } from "../answer.ts";
import { putIn } from "../carrying-out/put-in.ts";
import type { Instruction } from "../instruction.ts";
import type { Sentence } from "../reading/sentence.ts";
import { evaluated } from "./evaluate.ts";

/** `determinant of M`: exact, with the rows or the expansion on the way. */
export const DETERMINANT: Instruction = ofMatrix("determinant", "det", {
  purpose: "Gives the determinant of a square matrix.",
  forms: ["determinant of M"],
  examples: [["determinant of ((2, 1), (1, 3))"], ["given a", "determinant of ((a, 1, 0), (1, a, 1), (0, 1, a))"]],
  spellings: [{ typed: "find|calculate|compute the? determinant of {M}", means: "determinant of {M}" }],
});

/** `inverse of M`: row by row beside the identity. */
export const INVERSE: Instruction = ofMatrix("inverse", "inverse", {
  purpose: "Gives the inverse of a square matrix, row by row.",
  forms: ["inverse of M"],
  examples: [["inverse of ((2, 1), (1, 1))"]],
  spellings: [
    { typed: "find|calculate|compute the? inverse of {M}", means: "inverse of {M}" },
    { typed: "invert {M}", means: "inverse of {M}" },
  ],
});

function ofMatrix(
  name: string,
  functionName: string,
  own: Pick<Instruction, "purpose" | "forms" | "examples"> & Required<Pick<Instruction, "spellings">>,
): Instruction {
  return {
    name,
    ...own,
    begins: (sentence) => sentence.peekWords(name, "of"),
    read: (sentence) => {
      sentence.takeWords(name, "of");
      const written = sentence.written("a matrix");
      sentence.expectEnd();
      squareMatrix(written, sentence);
      const value = sentence.mean({ kind: "call", name: functionName, args: [written], ...(written.span ? { span: written.span } : {}) });
      return { instruction: name, run: () => evaluated(value, new Map(), DEFAULT_DIGITS, sentence.environment) };
    },
  };
}

/** The square matrix that is written, with what is given put in. */
export function squareMatrix(written: Syntax, sentence: Sentence): Matrix {
  const e: Expression = putIn(sentence.mean(written), sentence.environment).expression;
  const matrix = matrixOf(e);
  if (!matrix || !isSquare(matrix)) return sentence.fail("a square matrix was expected here, such as ((1, 2), (3, 4))", written.span);
  return matrix;
}
