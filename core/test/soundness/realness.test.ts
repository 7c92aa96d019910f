import { describe, expect, test } from "vitest";
import { name, power, TWO } from "../../src/expression/construct.ts";
import { isReal } from "../../src/expression/realness.ts";
import { text } from "../../src/notation/text.ts";
import { possibleSigns, splitRoot } from "../../src/truth/index.ts";

const square = (range: "real" | "complex") => power(name("z", range), TWO);

describe("rules for real numbers", () => {
  test("take no expression of which it was not asked whether it is real: a wrong use does not compile", () => {
    // @ts-expect-error: an expression that may be complex
    expect(() => splitRoot(square("complex"), 2, [])).not.toThrow();
  });

  test("are there once it was asked, and the answer depends on what the name stands for", () => {
    const [real, complex] = [square("real"), square("complex")];
    expect(isReal(complex)).toBe(false);
    expect(isReal(real) && text(splitRoot(real, 2, []))).toBe("sqrt(z^2)");
    expect(possibleSigns(complex, [])).toBe(7);
    expect(possibleSigns(real, [])).toBe(6);
  });
});
