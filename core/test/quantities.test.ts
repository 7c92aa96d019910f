import { describe, expect, test } from "vitest";
import { answered } from "./oracle.ts";

describe("quantities of a first year", () => {
  // The value in coherent units, the unit that the givens determine, and the verdict.
  test.each<[readonly string[], string, string, string]>([
    [["given v = 72 km/h", "evaluate v"], "20", "m/s", "nailed"],
    [["given s = 2 km, t = 40 s", "evaluate s/t"], "50", "m/s", "nailed"],
    [["given m = 2 kg, a = 3 m/s^2", "evaluate m a"], "6", "N", "nailed"],
    [["given F = 10 N, s = 3 m", "evaluate F s"], "30", "J", "nailed"],
    [["given W = 600 J, t = 2 min", "evaluate W/t"], "5", "W", "nailed"],
    [["given U = 12 V, R = 4 ohm", "evaluate U/R"], "3", "A", "nailed"],
    [["given U = 230 V, I = 2 A", "evaluate U I"], "460", "W", "nailed"],
    [["given m = 500 g, v = 4 m/s", "evaluate m v^2/2"], "4", "J", "nailed"],
    [["given m = 80 kg, g = 9.81 m/s^2, h = 2 m", "evaluate m g h"], "1569.6", "J", "nailed"],
    [["given A = 4 cm^2, F = 20 N", "evaluate F/A"], "50000", "Pa", "nailed"],
    [["given l = 1 m, g = 9.8 m/s^2", "evaluate 2 pi sqrt(l/g)"], "2 sqrt(5) pi/7", "s", "nailed"],
    [["given k = 50 N/m, x = 10 cm", "evaluate k x^2/2"], "1/4", "J", "nailed"],
    [["given C = 2 uF, U = 5 V", "evaluate C U"], "1/100000", "C", "nailed"],
    [["given f = 50 Hz", "evaluate 1/f"], "1/50", "s", "nailed"],
    [["given r = 3 cm", "evaluate pi r^2"], "9pi/10000", "m^2", "nailed"],
    [["given rho = 1000 kg/m^3, V = 2 l", "evaluate rho V"], "2", "kg", "nailed"],
    [["given alpha = 30°", "evaluate sin(alpha)"], "1/2", "", "nailed"],
    [["given omega = 2 pi [1/s], t = 0.25 s", "evaluate omega t"], "pi/2", "", "nailed"],
    [["given a = 3 m, b = 200 cm", "evaluate a + b"], "5", "m", "nailed"],
    [["given a = 3 m, b = 2 s", "evaluate a + b"], "5", "", "bent"],
    [["given v = 10 m/s, a = 2 m/s^2", "solve v = a t for t"], "5", "s", "nailed"],
    [["given h = 20 m, g = 9.8 m/s^2, t > 0", "solve h = g t^2/2 for t"], "10 sqrt(2)/7", "s", "nailed"],
    [["given m = 2 kg, F = 6 N", "solve F = m a for a"], "3", "m/s^2", "nailed"],
    [["given U = 12 V, I = 0.5 A", "solve U = R I for R"], "24", "Ω", "nailed"],
    [["given lambda = 500 nm, c = 3e8 m/s", "evaluate c/lambda"], "600000000000000", "s^-1", "nailed"],
    [["given q = 1.6e-19 C, E = 100 N/C", "evaluate q E"], "1/62500000000000000", "N", "nailed"],
    [["given d = 5 mm, U = 100 V", "evaluate U/d"], "20000", "V/m", "nailed"],
  ])("%j is %s %s, %s", (lines, text, unit, verdict) => {
    const { answer, verdict: own } = answered(...lines);
    const value = answer?.kind === "expression" ? answer.value : answer?.kind === "solutions" ? Object.values(answer.solutions[0]?.values ?? {})[0] : undefined;
    expect(value?.text).toBe(text);
    expect(value?.unit ?? "").toBe(unit);
    expect(own).toBe(verdict);
  });
});
