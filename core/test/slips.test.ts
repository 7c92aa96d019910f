import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { INSTRUCTIONS } from "../src/instruction/registry.ts";
import { runWorking } from "../src/instruction/working.ts";
import { answered } from "./oracle.ts";
import { cases } from "./seed.ts";

/** Examples whose first word is long enough for a slip to be told. */
const EXAMPLES = INSTRUCTIONS.flatMap(({ examples }) => examples).filter((lines) => /^[a-z]{5,}/.test(lines.at(-1) ?? ""));

/** A word with a letter left out, doubled, changed, or two neighbours exchanged; its first letter stays. */
const slip = (word: string): fc.Arbitrary<string> =>
  fc.tuple(fc.constantFrom("lost", "doubled", "changed", "exchanged"), fc.integer({ min: 1, max: word.length - 2 })).map(([kind, at]) => {
    const [before, letter, after] = [word.slice(0, at), word.charAt(at), word.slice(at + 1)];
    if (kind === "lost") return before + after;
    if (kind === "doubled") return before + letter + letter + after;
    if (kind === "changed") return `${before}${letter === "k" ? "j" : "k"}${after}`;
    return before + after.charAt(0) + letter + after.slice(1);
  });

describe("a slip in the first word of a sentence", () => {
  it("is refused at the word, and the sentence is offered", () => {
    let offered = 0;
    const count = cases(150);
    fc.assert(
      fc.property(
        fc.constantFrom(...EXAMPLES).chain((lines) => fc.tuple(fc.constant(lines), slip(/^[a-z]+/.exec(lines.at(-1) ?? "")?.[0] ?? ""))),
        ([lines, wrong]) => {
          const meant = lines.at(-1) ?? "";
          const line = meant.replace(/^[a-z]+/, wrong);
          if (line === meant) return;
          const { error } = answered(...lines.slice(0, -1), line);
          expect([error?.from, error?.to], line).toEqual([0, wrong.length]);
          if (error?.suggestion === meant) offered += 1;
        },
      ),
      count,
    );
    expect(offered).toBeGreaterThan(0.85 * count.numRuns);
  });
});

/** Names with the unit they are given in, and a unit of the same kind that may stand behind a number. */
const QUANTITIES = [
  ["s", "m", "km", 1000],
  ["v", "m/s", "km/h", 1 / 3.6],
  ["t", "s", "min", 60],
  ["F", "N", "kN", 1000],
  ["E", "J", "kJ", 1000],
  ["p", "Pa", "kPa", 1000],
  ["U", "V", "mV", 0.001],
  ["R", "Ω", "kΩ", 1000],
] as const;

describe("a unit behind a number", () => {
  const asked = fc.tuple(fc.constantFrom(...QUANTITIES), fc.integer({ min: 1, max: 99 }), fc.integer({ min: 1, max: 99 }));

  it("is the unit where the other side is of its kind, and a letter of the problem where it is declared", () => {
    fc.assert(
      fc.property(asked, ([[name, unit, other, size], count, factor]) => {
        const { answer } = answered(`given ${name} = ${count} ${unit}`, `solve ${factor} x ${name} = ${count} ${other} for x`);
        const value = answer?.kind === "solutions" ? Number(answer.solutions[0]?.values["x"]?.re) : Number.NaN;
        expect(value).toBeCloseTo(size / factor, 9);
        const letters = [...new Set(other.match(/[A-Za-zΩ]/g) ?? [])]
          .filter((letter) => letter !== name)
          .map((letter) => `${letter === "Ω" ? "Omega" : letter} = 1`);
        if (letters.length === 0 || other === "min" || other.includes("Ω") || other.includes("/") || [...other].includes(name)) return;
        const declared = runWorking([`given ${letters.join(", ")}`, `evaluate ${count} ${other}`]).lines.at(-1);
        const own = declared?.outcome?.answer;
        expect(own?.kind === "expression" && own.value.kind === "number" ? own.value.value.num : undefined, `${count} ${other}`).toBe(count);
      }),
      cases(80),
    );
  });

  it("of another kind than the other side is never taken silently", () => {
    fc.assert(
      fc.property(fc.constantFrom(...QUANTITIES), fc.constantFrom(...QUANTITIES), fc.integer({ min: 2, max: 99 }), ([name, unit], [, wrong, ,], count) => {
        if (unit === wrong || wrong.includes(name)) return;
        const { verdict, notes } = answered(`given ${name} = ${count} ${unit}`, `evaluate ${name} + 1 ${wrong}`);
        expect(verdict === "bent" || (notes ?? []).length > 0, `${name} [${unit}] + 1 ${wrong}: ${verdict}`).toBe(true);
      }),
      cases(80),
    );
  });
});
