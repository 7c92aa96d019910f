import { negate, product, subtract, sum, tuple, ZERO } from "../construct.ts";
import type { Expression } from "../expression.ts";
import { argument } from "./arguments.ts";
import type { FunctionFamily } from "./family.ts";

function items(e: Expression): readonly Expression[] | undefined {
  return e.kind === "tuple" ? e.items : undefined;
}

const minor = (a: readonly Expression[], b: readonly Expression[], j: number, k: number): Expression =>
  subtract(product(a[j] ?? ZERO, b[k] ?? ZERO), product(a[k] ?? ZERO, b[j] ?? ZERO));

/** Scalar and vector product of tuples. The matrix functions are read and printed; their arithmetic is the matrix folder's. */
export const VECTOR_FUNCTIONS: readonly FunctionFamily[] = [
  {
    name: "dot",
    about: "scalar product of vectors",
    arity: 2,
    total: false,
    exact: (args) => {
      const [a, b] = [items(argument(args)), items(argument(args, 1))];
      if (!a || !b || a.length !== b.length) return undefined;
      return sum(...a.map((item, k) => product(item, b[k] ?? ZERO)));
    },
    latex: ([a, b]) => `${a}\\cdot ${b}`,
    mathml: ([a, b]) => `<mrow>${a}<mo>⋅</mo>${b}</mrow>`,
  },
  {
    name: "cross",
    about: "vector product",
    arity: 2,
    total: false,
    exact: (args) => {
      const [a, b] = [items(argument(args)), items(argument(args, 1))];
      if (a?.length !== 3 || b?.length !== 3) return undefined;
      return tuple([minor(a, b, 1, 2), negate(minor(a, b, 0, 2)), minor(a, b, 0, 1)]);
    },
    latex: ([a, b]) => `${a}\\times ${b}`,
    mathml: ([a, b]) => `<mrow>${a}<mo>×</mo>${b}</mrow>`,
  },
  { name: "det", about: "determinant", arity: 1, total: false, symbol: "\\det" },
  {
    name: "inverse",
    about: "inverse of a matrix",
    arity: 1,
    total: false,
    latex: ([m]) => `{${m}}^{-1}`,
    mathml: ([m]) => `<msup><mrow>${m}</mrow><mn>-1</mn></msup>`,
  },
  {
    name: "transpose",
    about: "transpose of a matrix",
    arity: 1,
    total: false,
    latex: ([m]) => `{${m}}^{\\mathsf{T}}`,
    mathml: ([m]) => `<msup><mrow>${m}</mrow><mi>T</mi></msup>`,
  },
];
