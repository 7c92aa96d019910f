import * as rational from "../number/rational.ts";
import { type Expression, isReciprocal } from "./expression.ts";
import { family } from "./functions/registry.ts";

/**
 * Expressions of one real name as WebAssembly, for graphs: a loop over many points in plain doubles, as fast as a function
 * written by hand. (WebAssembly Core Specification 2.0: binary format, section 5.) Never used for exact results.
 */

/** What the engine offers; declared here since the core is written against no particular environment. */
declare const WebAssembly:
  | {
      readonly Module: new (bytes: Uint8Array<ArrayBuffer>) => object;
      readonly Instance: new (
        module: object,
        imports: Readonly<Record<string, Readonly<Record<string, unknown>>>>,
      ) => { readonly exports: { readonly memory: { readonly buffer: ArrayBuffer }; readonly fill: (count: number) => void } };
    }
  | undefined;

/** Values at many points at once; NaN where there is no real value. */
export type BatchFunction = (points: Float64Array) => Float64Array;

/** Points that fit into the one page of memory, beside their values. */
const BATCH = 4096;
const PAGE_HALF = 32_768;

const F64 = 0x7c;
const I32 = 0x7f;
const OP = { end: 0x0b, block: 0x02, loop: 0x03, brIf: 0x0d, br: 0x0c, call: 0x10, get: 0x20, set: 0x21, tee: 0x22, load: 0x2b, store: 0x39 } as const;
const ARITHMETIC = { abs: 0x99, neg: 0x9a, ceil: 0x9b, floor: 0x9c, sqrt: 0x9f, add: 0xa0, sub: 0xa1, mul: 0xa2, div: 0xa3, min: 0xa4, max: 0xa5 } as const;
/** Functions that are one instruction of the machine. */
const INSTRUCTIONS: Readonly<Record<string, number>> = { abs: ARITHMETIC.abs, ceil: ARITHMETIC.ceil, floor: ARITHMETIC.floor };

const LARGEST_POWER = 32;

/** The code of an expression under construction: imported functions and spare local variables are numbered as they come. */
class Code {
  readonly bytes: number[] = [];
  readonly imports: { readonly double: (...args: number[]) => number; readonly arity: number }[] = [];
  locals = 0;

  emit(...bytes: readonly number[]): void {
    this.bytes.push(...bytes);
  }

  constant(value: number): void {
    this.emit(0x44, ...new Uint8Array(new Float64Array([value]).buffer));
  }

  imported(double: (...args: number[]) => number, arity: number): void {
    const known = this.imports.findIndex((entry) => entry.double === double);
    const index = known >= 0 ? known : this.imports.push({ double, arity }) - 1;
    this.emit(OP.call, ...unsigned(index));
  }
}

function unsigned(value: number): readonly number[] {
  return value < 128 ? [value] : [(value & 127) | 128, ...unsigned(value >>> 7)];
}

function signed(value: number): readonly number[] {
  const low = value & 127;
  const rest = value >> 7;
  return (rest === 0 && low < 64) || (rest === -1 && low >= 64) ? [low] : [low | 128, ...signed(rest)];
}

const section = (id: number, content: readonly number[]): readonly number[] => [id, ...unsigned(content.length), ...content];
const vector = (items: readonly (readonly number[])[]): readonly number[] => [...unsigned(items.length), ...items.flat()];
const text = (name: string): readonly number[] => [...unsigned(name.length), ...[...name].map((letter) => letter.charCodeAt(0))];

/** Local 0 counts the points, 1 is the address, 2 the name's value; spare ones follow. */
const VALUE = 2;
const FIRST_SPARE = 3;

/** Leaves the value of an expression on the machine's stack; false where something in it has no code. */
function compileTo(code: Code, e: Expression, name: string): boolean {
  switch (e.kind) {
    case "number":
      code.constant(rational.toNumber(e.value));
      return true;
    case "constant":
      code.constant({ pi: Math.PI, e: Math.E, infinity: Number.POSITIVE_INFINITY, i: Number.NaN }[e.name]);
      return true;
    case "name":
      if (e.name === name) code.emit(OP.get, VALUE);
      else code.constant(Number.NaN);
      return true;
    case "sum":
      return folded(code, e.terms, ARITHMETIC.add, name);
    case "product": {
      const below = e.factors.filter(isReciprocal);
      const above = e.factors.filter((factor) => !isReciprocal(factor));
      if (above.length === 0) code.constant(1);
      else if (!folded(code, above, ARITHMETIC.mul, name)) return false;
      return below.every((factor) => {
        if (!compilePower(code, factor.base, rational.negate(factor.exponent.value), name)) return false;
        code.emit(ARITHMETIC.div);
        return true;
      });
    }
    case "power":
      if (e.exponent.kind === "number") return compilePower(code, e.base, e.exponent.value, name);
      if (e.base.kind === "constant" && e.base.name === "e") {
        if (!compileTo(code, e.exponent, name)) return false;
        code.imported(Math.exp, 1);
        return true;
      }
      if (!compileTo(code, e.base, name) || !compileTo(code, e.exponent, name)) return false;
      code.imported(Math.pow, 2);
      return true;
    case "call":
      return compileCall(code, e, name);
    default:
      return false;
  }
}

function folded(code: Code, items: readonly Expression[], operation: number, name: string): boolean {
  return items.every((item, k) => {
    if (!compileTo(code, item, name)) return false;
    if (k > 0) code.emit(operation);
    return true;
  });
}

function compileCall(code: Code, e: Expression & { kind: "call" }, name: string): boolean {
  const own = INSTRUCTIONS[e.name];
  const extremum = e.name === "min" ? ARITHMETIC.min : e.name === "max" ? ARITHMETIC.max : undefined;
  if (extremum !== undefined) return folded(code, e.args, extremum, name);
  if (!e.args.every((argument) => compileTo(code, argument, name))) return false;
  const double = family(e.name)?.double;
  if (own !== undefined) code.emit(own);
  else if (double && e.args.length <= 2) code.imported(double, e.args.length);
  else return false;
  return true;
}

function compilePower(code: Code, base: Expression, exponent: rational.Rational, name: string): boolean {
  if (!compileTo(code, base, name)) return false;
  const { num, den } = exponent;
  if (den === 2 && num === 1) code.emit(ARITHMETIC.sqrt);
  else if (den === 1 && typeof num === "number" && Math.abs(num) <= LARGEST_POWER) wholePower(code, num);
  else {
    code.constant(rational.toNumber(exponent));
    code.imported(Math.pow, 2);
  }
  return true;
}

/** x^n of the value on the stack, by squaring. */
function wholePower(code: Code, n: number): void {
  const spare = FIRST_SPARE + code.locals;
  code.locals += 1;
  const x = [OP.get, ...unsigned(spare)];
  code.emit(OP.tee, ...unsigned(spare));
  for (const bit of Math.abs(n).toString(2).slice(1)) {
    const square = FIRST_SPARE + code.locals;
    code.locals += 1;
    code.emit(OP.tee, ...unsigned(square), OP.get, ...unsigned(square), ARITHMETIC.mul);
    if (bit === "1") code.emit(...x, ARITHMETIC.mul);
  }
  if (n >= 0) return;
  code.emit(OP.set, ...unsigned(spare));
  code.constant(1);
  code.emit(...x, ARITHMETIC.div);
}

/** The module: memory, imported functions, and `fill(count)`, which writes f(x) behind every x of the first half page. */
function moduleBytes(code: Code): Uint8Array<ArrayBuffer> {
  const types = [
    [0x60, ...vector([[F64]]), ...vector([[F64]])],
    [0x60, ...vector([[F64], [F64]]), ...vector([[F64]])],
    [0x60, ...vector([[I32]]), 0],
  ];
  const imports = code.imports.map(({ arity }, k) => [...text("f"), ...text(`${k}`), 0, arity - 1]);
  const align = 3;
  const body = [
    ...vector([
      [1, I32],
      [...unsigned(1 + code.locals), F64],
    ]),
    ...[OP.block, 0x40, OP.loop, 0x40],
    // Leave when the address has reached the end.
    ...[OP.get, 1, OP.get, 0, 0x4f, OP.brIf, 1],
    ...[OP.get, 1, OP.get, 1, OP.load, align, 0, OP.set, VALUE],
    ...code.bytes,
    ...[OP.store, align, ...unsigned(PAGE_HALF)],
    ...[OP.get, 1, 0x41, ...signed(8), 0x6a, OP.set, 1, OP.br, 0, OP.end, OP.end, OP.end],
  ];
  return new Uint8Array([
    ...[0x00, 0x61, 0x73, 0x6d, 0x01, 0x00, 0x00, 0x00],
    ...section(1, vector(types)),
    ...section(2, vector(imports)),
    ...section(3, vector([[2]])),
    ...section(5, vector([[0, 1]])),
    ...section(
      7,
      vector([
        [...text("memory"), 2, 0],
        [...text("fill"), 0, ...unsigned(code.imports.length)],
      ]),
    ),
    ...section(10, vector([[...unsigned(body.length), ...body]])),
  ]);
}

/** The expression as a function of many values of a name; undefined where it has parts without code, or the engine none of this. */
export function compileBatch(e: Expression, name: string): BatchFunction | undefined {
  if (typeof WebAssembly === "undefined") return undefined;
  const code = new Code();
  if (!compileTo(code, e, name)) return undefined;
  try {
    const functions = Object.fromEntries(code.imports.map(({ double }, k) => [`${k}`, double]));
    const { memory, fill } = new WebAssembly.Instance(new WebAssembly.Module(moduleBytes(code)), { f: functions }).exports;
    const [input, output] = [new Float64Array(memory.buffer, 0, BATCH), new Float64Array(memory.buffer, PAGE_HALF, BATCH)];
    return (points) => {
      const values = new Float64Array(points.length);
      for (let from = 0; from < points.length; from += BATCH) {
        const part = points.subarray(from, from + BATCH);
        input.set(part);
        fill(part.length * 8);
        values.set(output.subarray(0, part.length), from);
      }
      return values;
    };
  } catch {
    // A content security policy may forbid compiling: the caller has a slower way.
    return undefined;
  }
}
