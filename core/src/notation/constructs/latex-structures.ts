import type { Parser } from "../parser.ts";
import type { Syntax } from "../syntax.ts";
import type { Lexeme } from "../words.ts";
import { group as bracket } from "./brackets.ts";

/** LaTeX commands that take groups: fractions, roots, binomials, bars, floors and environments. */
export function parseStructure(parser: Parser, command: string): Syntax {
  const from = parser.next.span.from;
  parser.advance();
  const spanTo = (last: Syntax): { from: number; to: number } => ({ from, to: last.span?.to ?? from });
  switch (command) {
    case "frac":
    case "dfrac":
    case "tfrac": {
      const numerator = group(parser);
      const denominator = group(parser);
      const derivative = asDerivative(numerator, denominator);
      if (!derivative) return { kind: "fraction", numerator, denominator, span: spanTo(denominator) };
      const body = parser.factor();
      return { kind: "derivative", ...derivative, body, span: spanTo(body) };
    }
    case "sqrt": {
      let degree: Syntax | undefined;
      if (parser.isMark("[")) {
        parser.advance();
        degree = parser.expression();
        parser.expectMark("]", "a closing “]” was expected after the degree of the root");
      }
      const inside = group(parser);
      return degree
        ? { kind: "call", name: "root", args: [degree, inside], span: spanTo(inside) }
        : { kind: "call", name: "sqrt", args: [inside], span: spanTo(inside) };
    }
    case "binom":
    case "dbinom":
    case "tbinom": {
      const [n, k] = [group(parser), group(parser)];
      return { kind: "call", name: "binomial", args: [n, k], span: spanTo(k) };
    }
    case "overline":
    case "bar": {
      const inside = group(parser);
      return { kind: "call", name: "conj", args: [inside], span: spanTo(inside) };
    }
    case "lfloor":
    case "lceil": {
      const inside = parser.expression();
      const closing = command === "lfloor" ? "rfloor" : "rceil";
      if (!parser.isCommand(closing)) parser.fail(`\\${closing} was expected here`);
      return { kind: "call", name: command === "lfloor" ? "floor" : "ceil", args: [inside], span: { from, to: parser.advance().span.to } };
    }
    default:
      return parser.fail(`\\${command} cannot stand here`, { from, to: from + command.length + 1 });
  }
}

/** A braced group, or the single number or name that LaTeX allows in its place. */
function group(parser: Parser): Syntax {
  if (parser.isMark("{")) return bracket(parser);
  const lexeme = parser.next;
  if (lexeme.kind === "name") {
    parser.advance();
    return { kind: "name", name: lexeme.name, span: lexeme.span };
  }
  if (lexeme.kind === "number" && lexeme.text.length === 1) {
    parser.advance();
    return { kind: "number", text: lexeme.text, span: lexeme.span };
  }
  return parser.fail("a group in braces was expected here");
}

/** \frac{d}{dx} and \frac{d^2}{dx^2}. */
function asDerivative(numerator: Syntax, denominator: Syntax): { variable: string; order: number } | undefined {
  const order = (e: Syntax): number => (e.kind === "power" && e.exponent.kind === "number" ? Number(e.exponent.text) : 1);
  const base = (e: Syntax): Syntax => (e.kind === "power" ? e.base : e);
  const isD = (e: Syntax): boolean => e.kind === "name" && e.name === "d";
  if (!isD(base(numerator)) || denominator.kind !== "times" || !isD(denominator.left)) return undefined;
  const variable = base(denominator.right);
  if (variable.kind !== "name" || order(numerator) !== order(denominator.right)) return undefined;
  return { variable: variable.name, order: order(numerator) };
}

const ENVIRONMENTS: ReadonlySet<string> = new Set(["cases", "pmatrix", "bmatrix", "matrix", "vmatrix"]);

/** \begin{cases} … \end{cases} and the matrix environments. */
export function parseEnvironment(parser: Parser, { name, opens, span: { from, to } }: Lexeme & { readonly kind: "environment" }): Syntax {
  if (!opens) return parser.fail(`nothing was begun that \\end{${name}} could end`);
  if (!ENVIRONMENTS.has(name)) return parser.fail(`the environment “${name}” is not known here`, { from, to });
  parser.advance();
  const rows: Syntax[][] = [[]];
  while (parser.next.kind !== "environment" || parser.next.opens) {
    if (parser.isMark("\\\\")) {
      parser.advance();
      rows.push([]);
    } else if (parser.isMark("&", ",")) parser.advance();
    else if (parser.isKeyword("if") || parser.isKeyword("otherwise")) {
      if (parser.isKeyword("otherwise")) rows.at(-1)?.push({ kind: "name", name: "otherwise" });
      parser.advance();
    } else {
      if (parser.next.kind === "end") parser.fail(`\\end{${name}} was expected before the end`);
      rows.at(-1)?.push(parser.statement());
      const goesOn = parser.isMark("&", "\\\\", ",") || parser.next.kind === "environment" || parser.next.kind === "keyword";
      if (!goesOn) parser.fail("& or \\\\ was expected here");
    }
  }
  if (parser.next.name !== name) parser.fail(`\\end{${name}} was expected here`);
  parser.advance();
  const filled = rows.filter((row) => row.length > 0);
  const span = { from, to: parser.next.span.from };
  if (name !== "cases") return { kind: "tuple", items: filled.map((items) => ({ kind: "tuple", items, span })), span };
  const isOtherwise = (e: Syntax | undefined): boolean => e === undefined || (e.kind === "name" && e.name === "otherwise");
  const branches = filled.flatMap(([value, condition]) => (value && condition && !isOtherwise(condition) ? [{ value, condition }] : []));
  const otherwise = filled.find(([, condition]) => isOtherwise(condition))?.[0];
  return { kind: "cases", branches, ...(otherwise ? { otherwise } : {}), span };
}
