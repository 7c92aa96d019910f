import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { answered, nailedValue } from "./oracle.ts";
import { cases } from "./seed.ts";

const ANGLE = "given A in (pi, 3pi/2) with cos A = -5/13";

describe("angles known by a ratio and their place", () => {
  test.each<[string, string]>([
    ["sin A", "-12/13"],
    ["tan A", "12/5"],
    ["csc A", "-13/12"],
    ["sin(2A)", "120/169"],
    ["cos(3A)", "2035/2197"],
    ["cos(A/2)", "-2 sqrt(13)/13"],
    ["tan(A/2)", "-3/2"],
    ["cos(pi - A)", "5/13"],
    ["sin(A + 3pi/2)", "5/13"],
    ["sin(A + pi/6)", "(-5 - 12 sqrt(3))/26"],
    ["3 sin A + 2 cos(2A)", "-706/169"],
    ["A", "pi + arccos(5/13)"],
  ])("%s is %s", (asked, value) => {
    expect(nailedValue(ANGLE, `evaluate ${asked}`).text).toBe(value);
  });

  test("the steps say the quadrant, the reference angle and the formula", () => {
    expect(nailedValue(ANGLE, "evaluate sin(2A)").steps).toEqual([
      "$A$ lies in the third quadrant, with the reference angle $A - pi$; there the sine is negative",
      "By the double-angle formula",
    ]);
    expect(nailedValue("given B in (0, pi/2) with sin B = 3/5", "evaluate cos(B/2)").steps).toEqual([
      "$B$ is acute, so its cosine is positive",
      "By the half-angle formula; the angle is acute, so its cosine is positive",
    ]);
    expect(nailedValue("given B in (pi/2, pi) with sec B = -3", "evaluate sin(B + pi)").steps).toEqual([
      "By definition",
      "$B$ lies in the second quadrant, with the reference angle $pi - B$; there the sine is positive",
      "Leave out quarter turns",
    ]);
    expect(nailedValue(ANGLE, "evaluate sin(A/2)^2 + 1").steps.at(-1)).toBe("Put in these ratios");
    expect(nailedValue(ANGLE, "evaluate sin(A/2)").steps).toEqual([
      "By the half-angle formula; the angle lies in the second quadrant, where the sine is positive",
    ]);
  });

  test.each<[string, string]>([
    ["given A in (pi/2, pi), sin A = 3/5", "-4/5"],
    ["given sin A = 3/5 and A in (pi/2, pi)", "-4/5"],
    ["given 3/5 = sin A with A in (90°, 180°)", "-4/5"],
    ["given A in (9pi/2, 5pi) with csc A = 5/3", "-4/5"],
    ["given A in (-pi/2, 0) with tan A = -3/4", "4/5"],
    ["given A in [pi/2, pi] with cot A = 0", "0"],
    ["given p > 0, q > 0, A in (pi/2, pi) with tan A = -p/q", "-1/sqrt(p^2/q^2 + 1)"],
  ])("%s: cos A is %s", (given, value) => {
    expect(nailedValue(given, "evaluate cos A").text).toBe(value);
  });

  test.each<[string, RegExp]>([
    ["given A in (0, pi) with cos A = 2", /no angle there has cos\(A\) = 2/],
    ["given A in (0, pi/2) with cos A = -1/2", /no angle there/],
    ["given A in (0, pi) with sin A = 1/2", /more than one angle there has sin\(A\) = 1\/2, such as π\/6 and 5π\/6/],
    ["given sin A = 1/2", /where A lies was expected too/],
  ])("%s is refused", (given, message) => {
    expect(answered(given).error?.message).toMatch(message);
  });

  test("the name stays in systems, identities and lines by hand", () => {
    const solved = answered(ANGLE, "solve 2x + 3y = sin A and x - y = cos A");
    expect(solved.verdict).toBe("nailed");
    expect(solved.answer).toMatchObject({ solutions: [{ values: { x: { text: "-27/65" }, y: { text: "-2/65" } } }] });
    expect(answered(ANGLE, "show sin(2A) = 120/169").verdict).toBe("nailed");
    expect(answered(ANGLE, "show sin(2A) = 119/169").answer).toMatchObject({ holds: false });
    expect(answered(ANGLE, "evaluate sin(2A)", "= 2 (5/13) (12/13)").verdict).toBe("nailed");
    expect(answered(ANGLE, "evaluate sin(2A)", "= -120/169").verdict).toBe("bent");
    expect(nailedValue(ANGLE, "simplify sin(2A) cos A").text).toBe("-600/2197");
  });

  const triple = fc.constantFrom([3, 4, 5], [5, 12, 13], [8, 15, 17], [7, 24, 25], [20, 21, 29]);
  const known = fc.record({ triple, quadrant: fc.integer({ min: 0, max: 3 }), by: fc.constantFrom("sin", "cos", "tan", "cot", "sec", "csc") });

  test("ratios of sums, multiples and halves agree with plain arithmetic", () => {
    const factor = fc.constantFrom(["1", 1], ["2", 2], ["3", 3], ["1/2", 0.5]);
    fc.assert(
      fc.property(known, known, factor, factor, fc.constantFrom("sin", "cos", "tan"), (a, b, [m, mValue], [n, nValue], of) => {
        const [one, other] = [angleOf("A", a), angleOf("B", b)];
        const x = Number(mValue) * one.value + Number(nValue) * other.value;
        const wanted = { sin: Math.sin(x), cos: Math.cos(x), tan: Math.tan(x) }[of] ?? 0;
        fc.pre(Math.abs(wanted) < 1e6);
        const value = nailedValue(one.given, other.given, `evaluate ${of}(${m} A + ${n} B)`);
        expect(value.re / wanted).toBeCloseTo(1, 9);
        expect(value.text).not.toMatch(/sin|cos|tan/);
      }),
      cases(25),
    );
  });
});

/** A given angle of a right triangle in a quadrant, with its value by plain arithmetic. */
function angleOf(name: string, { triple: [p = 3, q = 4, r = 5], quadrant, by }: { triple: readonly number[]; quadrant: number; by: string }) {
  const acute = Math.atan2(p, q);
  const value = [acute, Math.PI - acute, Math.PI + acute, 2 * Math.PI - acute][quadrant] ?? acute;
  const [across, along] = [quadrant < 2 ? p : -p, quadrant === 0 || quadrant === 3 ? q : -q];
  const ratios: Readonly<Record<string, string>> = {
    sin: `${across}/${r}`,
    cos: `${along}/${r}`,
    tan: `${across}/(${along})`,
    cot: `${along}/(${across})`,
    sec: `${r}/(${along})`,
    csc: `${r}/(${across})`,
  };
  return { value, given: `given ${name} in (${quadrant} pi/2, ${quadrant + 1} pi/2) with ${by} ${name} = ${ratios[by]}` };
}

describe("parts of a turn", () => {
  test.each<[string, string, readonly string[]]>([
    ["sin(75°)", "(sqrt(2) + sqrt(6))/4", ["By the addition formula"]],
    ["cos(7pi/12)", "(sqrt(2) - sqrt(6))/4", ["By the addition formula", "By the reference angle, with the sign of the second quadrant"]],
    ["tan(22.5°)", "sqrt(2) - 1", ["By the half-angle formula"]],
    [
      "cos(pi/16)",
      "sqrt(2 + sqrt(2 + sqrt(2)))/2",
      Array.from({ length: 2 }, () => "By the half-angle formula; the angle is acute, so its cosine is positive"),
    ],
    ["cos(pi/3)", "1/2", ["Work out the value"]],
    ["cos(2 arctan 2)", "-3/5", ["$arctan(2)$ is acute, so its cosine is positive", "By the double-angle formula"]],
  ])("%s is %s", (asked, value, steps) => {
    expect(nailedValue(`evaluate ${asked}`)).toMatchObject({ text: value, steps });
  });

  test("every multiple of 7.5° has an exact value", () => {
    for (let k = 1; k < 48; k += 5) {
      const { text, re: number } = nailedValue(`evaluate cos(${7.5 * k}°)`);
      expect(number).toBeCloseTo(Math.cos((7.5 * k * Math.PI) / 180), 12);
      expect(text).not.toMatch(/cos/);
    }
  });
});
