import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { ballValue } from "../src/expression/ball-value.ts";
import { latex } from "../src/notation/latex.ts";
import { parse } from "../src/notation/parse.ts";
import { text, writtenText } from "../src/notation/text.ts";
import * as real from "../src/number/real-ball.ts";
import { coherentUnit } from "../src/units/coherent.ts";
import { BASE_UNITS, equal } from "../src/units/dimension.ts";
import { readUnit } from "../src/units/read.ts";
import { unitLatex, unitPlain } from "../src/units/typeset.ts";
import { answered, solutionsOf } from "./oracle.ts";
import { read } from "./read.ts";

const exponents = (source: string): Readonly<Record<string, string>> =>
  Object.fromEntries(
    (readUnit(source)?.dimension ?? []).flatMap(({ num, den }, k) => (num === 0 ? [] : [[BASE_UNITS[k] ?? "", den === 1 ? `${num}` : `${num}/${den}`]])),
  );

describe("a unit", () => {
  test.each<[string, string, Readonly<Record<string, string>>]>([
    ["m/s^2", "1", { m: "1", s: "-2" }],
    ["km/h", "5/18", { m: "1", s: "-1" }],
    ["kg m^2/s^2", "1", { kg: "1", m: "2", s: "-2" }],
    ["(kg m^2)/s", "1", { kg: "1", m: "2", s: "-1" }],
    ["kN·m", "1000", { kg: "1", m: "2", s: "-2" }],
    ["J/(kg K)", "1", { m: "2", s: "-2", K: "-1" }],
    ["1/s", "1", { s: "-1" }],
    ["m s^-1", "1", { m: "1", s: "-1" }],
    ["cm^2", "1/10000", { m: "2" }],
    ["g/cm^3", "1000", { kg: "1", m: "-3" }],
    ["µm", "1/1000000", { m: "1" }],
    ["mΩ", "1/1000", { kg: "1", m: "2", s: "-3", A: "-2" }],
    ["m^(1/2)", "1", { m: "1/2" }],
    ["min", "60", { s: "1" }],
    ["deg", "pi/180", {}],
    ["MeV", "801088317/5000000000000000000000", { kg: "1", m: "2", s: "-2" }],
  ])("%s is %s of the coherent unit", (source, factor, expected) => {
    const unit = readUnit(source);
    expect(unit && text(unit.factor)).toBe(factor);
    expect(exponents(source)).toEqual(expected);
  });

  test.each(["", "x", "m/", "/s", "m^", "m^x", "(m", "m)", "furlong", "constructor", "kkg", "km^2/toString", "m/s^(1/0)"])("%j is none", (source) =>
    expect(readUnit(source)).toBeUndefined(),
  );

  test.each([
    ["kg m^2/s^2", "\\mathrm{kg}\\,\\mathrm{m}^{2}/\\mathrm{s}^{2}", "kg m²/s²"],
    ["m s^-1", "\\mathrm{m}\\,\\mathrm{s}^{-1}", "m s⁻¹"],
    ["µm", "\\mathrm{\\mu m}", "µm"],
    ["deg", "{}^{\\circ}", "°"],
  ])("%s is typeset upright", (source, asLatex, plain) => {
    expect(unitLatex(source)).toBe(asLatex);
    expect(unitPlain(source)).toBe(plain);
  });

  it("of any dimension has a coherent name that reads back as it", () => {
    const exponent = fc.integer({ min: -3, max: 3 });
    fc.assert(
      fc.property(fc.tuple(exponent, exponent, exponent, exponent, exponent, exponent, exponent), (all) => {
        const dimension = all.map((num) => ({ num, den: 1 }));
        const name = coherentUnit(dimension);
        const back = name === "" ? dimension : (readUnit(name)?.dimension ?? []);
        expect(equal(back, dimension)).toBe(true);
        expect(name === "" ? "1" : text(readUnit(name)?.factor ?? read("0"))).toBe("1");
      }),
    );
  });
});

describe("a value with a unit", () => {
  test.each([
    ["12 [km/h]", "10/3"],
    ["3 [m] + 2 [cm]", "151/50"],
    ["2 (3 + 1) [min]", "480"],
    ["sin(30 [deg])", "1/2"],
    ["5 [N m]/2", "5/2"],
  ])("%s is %s in coherent units", (source, value) => expect(text(read(source))).toBe(value));

  it("keeps its unit as it is written, and square brackets that hold none stay brackets", () => {
    expect(writtenText(parse("v + 12 [km/h] t"))).toBe("v + 12 [km/h] t");
    expect(latex(read("2 [m]"))).toBe("2");
    expect(() => parse("[x + 1]")).toThrow(/unit was expected/);
  });

  test.each<[readonly string[], string, string | undefined]>([
    [["given v_0 = 72 km/h", "given g = 9.8 m/s^2", "evaluate v_0^2/(2g)"], "1000/49", "m"],
    [["given m = 5 kg", "given v = 3 m/s", "evaluate m v^2/2"], "45/2", "J"],
    [["given k = 200 N/m", "given m = 2 kg", "evaluate sqrt(k/m)"], "10", "s^-1"],
    [["given h = 20 m", "given g = 9.8 m/s^2", "evaluate h - g t^2/2 with t = 1.5 s"], "8.975", "m"],
    [["given F = 3 kN", "given A = 2 cm^2", "let p = F/A", "evaluate 2p"], "30000000", "Pa"],
    [["given a = 3 m", "given b = 2 m", "evaluate a/b"], "3/2", undefined],
    [["let d = 2 [km]", "evaluate d"], "2000", "m"],
    [["given d = 2 km", "given d = 3", "evaluate d"], "3", undefined],
    [["given omega = 2 rad/s", "evaluate omega"], "2", "s^-1"],
  ])("%j has the value %s in %s", (lines, value, unit) => {
    const report = answered(...lines);
    const answer = report.answer?.kind === "expression" ? report.answer.value : undefined;
    expect([answer?.text, answer?.unit, report.verdict]).toEqual([value, unit, "nailed"]);
  });

  it("gives solutions and optima the units that were given", () => {
    const given = ["given v_0 = 12 m/s", "given g = 9.8 m/s^2", "given t [s]"];
    const kept = solutionsOf(answered(...given, "solve v_0 t - g t^2/2 = 0 for t", "keep t > 0 from (4)"));
    expect(kept.solutions.map(({ values }) => [values["t"]?.text, values["t"]?.unit])).toEqual([["120/49", "s"]]);
    const best = answered(...given, "maximise v_0 t - g t^2/2 over t").answer;
    expect(best?.kind === "optimum" ? [best.points[0]?.value.unit, best.points[0]?.values["t"]?.unit] : []).toEqual(["m", "s"]);
  });

  it("in an interval bounds what follows in coherent units", () => {
    const { solutions } = solutionsOf(answered("given x in [1, 3] km", "solve x^2 = 4000000 for x"));
    expect(solutions.map(({ values }) => values["x"]?.text)).toEqual(["2000"]);
  });

  test.each<[readonly string[], "bent" | "nailed"]>([
    [["given a = 3 m", "given b = 2 s", "evaluate a + b"], "bent"],
    [["given a = 3 m", "given b = 2 s", "solve a x = b + a for x"], "bent"],
    // A number may stand for a quantity whose unit was not written.
    [["given a = 3 m", "given b = 2 s", "evaluate a + 2b"], "nailed"],
    [["given a = 3 m", "evaluate a + 2"], "nailed"],
    [["given a = 3 m", "given b = 2 mm", "evaluate a + b"], "nailed"],
  ])("%j is %s by its dimensions", (lines, verdict) => {
    const report = answered(...lines);
    expect(report.verdict).toBe(verdict);
    expect(report.checks.some(({ kind, outcome }) => kind === "dimensions" && outcome === "bent")).toBe(verdict === "bent");
  });

  it("is exact: no factor of a unit is rounded", () => {
    const value = ballValue(read("1 [eV]"), 200).re;
    expect(real.toNumber(value)).toBe(1.602176634e-19);
    expect(text(read("1 [eV]/(1602176634 [J])"))).toBe("1/10000000000000000000000000000");
  });
});
