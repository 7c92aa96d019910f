import { family } from "../../expression/functions/registry.ts";
import { join, type Parser, signedNumber } from "../parser.ts";
import type { Span, Syntax } from "../syntax.ts";
import { argumentsOf } from "./brackets.ts";

/** How many arguments a function takes by the name typed, where it differs from its family's arity. */
const ALIAS_ARITY: Readonly<Record<string, number>> = { cbrt: 1, lg: 1, lb: 1, log: 1 };

/** A function of the table with its exponent and argument: sin^2 x, log_2(8), arctan(x), sin 2x. */
export function functionCall(parser: Parser, typed: string): Syntax {
  const start = parser.advance().span;
  const base = typed === "log" && parser.isMark("_") ? subscript(parser) : undefined;
  const exponent = functionExponent(parser);
  const argument = parser.isMark("(") ? argumentsOf(parser) : bareArgument(parser, start, typed);
  const span = { from: start.from, to: argument.to };
  const arity = base ? 2 : (ALIAS_ARITY[typed] ?? family(typed)?.arity);
  const args = base ? [base, ...argument.args] : arity === 1 ? asRows(argument.args, span) : argument.args;
  if (arity !== undefined && args.length !== arity) {
    const [takes, given] = [arity === 1 ? "one argument" : `${arity} arguments`, args.length === 1 ? "one was" : `${args.length} were`];
    parser.fail(`${typed} takes ${takes}, but ${given} given`, span);
  }
  if (exponent && isMinusOne(exponent)) {
    const inverse = family(typed)?.inverse;
    if (!inverse) parser.fail(`${typed} has no inverse function here`, span);
    return { kind: "call", name: inverse, args, span };
  }
  return { kind: "call", name: typed === "log" && !base ? "lg" : typed, args, span, ...(exponent ? { exponent } : {}) };
}

/** The rows of a matrix that stands in the brackets of its function: det((1, 2), (3, 4)). */
function asRows(args: readonly Syntax[], span: Span): readonly Syntax[] {
  return args.length > 1 && args.every(({ kind }) => kind === "tuple") ? [{ kind: "tuple", items: args, span }] : args;
}

/** A function declared by the author, with its primes. */
export function declaredCall(parser: Parser, functionName: string): Syntax {
  const start = parser.advance().span;
  let primes = 0;
  while (parser.isMark("'")) {
    parser.advance();
    primes += 1;
  }
  if (!parser.isMark("(")) parser.fail(`${functionName} is a function: its argument in brackets was expected here`);
  const { args, to } = argumentsOf(parser);
  const wanted = parser.declared.functions.get(functionName) ?? args.length;
  const span = { from: start.from, to };
  if (args.length !== wanted) {
    const [takes, given] = [wanted === 1 ? "" : "s", args.length === 1 ? "was" : "were"];
    parser.fail(`${functionName} was declared with ${wanted} argument${takes}, but ${args.length} ${given} given`, span);
  }
  if (primes > 0 && wanted !== 1) parser.fail("a prime is for a function of one argument", span);
  return { kind: "apply", name: functionName, primes, args, span };
}

function functionExponent(parser: Parser): Syntax | undefined {
  if (parser.next.kind === "superscript") {
    const lexeme = parser.next;
    parser.advance();
    return signedNumber(lexeme.text, lexeme.span, parser);
  }
  if (!parser.isMark("^")) return undefined;
  parser.advance();
  return parser.exponent();
}

/** What stands behind a lowered mark: the base of a logarithm, the bound of an integral. */
export function subscript(parser: Parser): Syntax {
  parser.advance();
  return parser.primary();
}

function bareArgument(parser: Parser, start: Span, typed: string): { readonly args: readonly Syntax[]; readonly to: number } {
  const argument = juxtaposed(parser, start, `the argument of ${typed} was expected here`);
  return { args: [argument], to: argument.span?.to ?? start.to };
}

/** The juxtaposed factors that a function without brackets takes, up to the next function, operator or relation. */
export function juxtaposed(parser: Parser, start: Span, message: string): Syntax {
  if (parser.isMark("-", "+")) return parser.signed(() => juxtaposed(parser, start, message));
  if (!parser.startsFactor() && !(parser.isMark("|") && parser.barOpen)) parser.fail(message);
  let left = parser.factor();
  while (parser.startsFactor() && parser.next.kind !== "function" && parser.next.kind !== "derivative") {
    const right = parser.factor();
    left = { kind: "times", dot: false, left, right, span: join(left, right) };
  }
  return left;
}

function isMinusOne(e: Syntax): boolean {
  return e.kind === "sign" && e.sign === "-" && e.operand.kind === "number" && e.operand.text === "1";
}
