import { rootFloor } from "./integer.ts";
import { ball, type RealBall } from "./real-ball.ts";

/** Balls of the constants π and ln 2, each kept at the largest precision asked for so far. */
function cached(compute: (bits: number) => { value: bigint; error: bigint }): (precision: number) => RealBall {
  let kept: { bits: number; value: bigint; error: bigint } | undefined;
  return (precision) => {
    const bits = precision + 16;
    if (!kept || kept.bits < bits) kept = { bits, ...compute(bits) };
    return ball(kept.value, kept.error, -kept.bits, precision);
  };
}

const CHUDNOVSKY_BITS_PER_TERM = 47;

/** π by the Chudnovsky series with binary splitting (D. and G. Chudnovsky, 1988); each term brings about 47.11 bits. */
export const pi = cached((bits) => {
  const terms = Math.ceil(bits / CHUDNOVSKY_BITS_PER_TERM) + 2;
  const split = (from: number, to: number): { p: bigint; q: bigint; t: bigint } => {
    if (to - from === 1) {
      const k = BigInt(from);
      const p = from === 0 ? 1n : -(6n * k - 5n) * (2n * k - 1n) * (6n * k - 1n);
      const q = from === 0 ? 1n : k * k * k * 10939058860032000n;
      return { p, q, t: p * (13591409n + 545140134n * k) };
    }
    const middle = (from + to) >> 1;
    const left = split(from, middle);
    const right = split(middle, to);
    return { p: left.p * right.p, q: left.q * right.q, t: left.t * right.q + left.p * right.t };
  };
  const { q, t } = split(0, terms);
  const root = rootFloor(10005n << BigInt(2 * (bits + 32)), 2);
  const value = ((426880n * root * q) / t) >> 32n;
  return { value, error: 4n };
});

/** ln 2 = 18 artanh(1/26) − 2 artanh(1/4801) + 8 artanh(1/8749) (a Machin-like formula of C. F. Gauss). */
export const ln2 = cached((bits) => {
  const guard = 32;
  const scale = BigInt(bits + guard);
  // artanh(1/n) = Σ 1/((2k + 1) n^(2k+1)), k = 0 … terms: binary splitting of Σ a(k)/(b(k) q(k)) with b = 2k + 1, q = n².
  const artanhOfInverse = (n: bigint): bigint => {
    const terms = Math.ceil((bits + guard) / (2 * Math.log2(Number(n)))) + 1;
    const split = (from: number, to: number): { q: bigint; b: bigint; t: bigint } => {
      if (to - from === 1) return { q: n * n, b: BigInt(2 * from + 1), t: 1n };
      const middle = (from + to) >> 1;
      const [left, right] = [split(from, middle), split(middle, to)];
      return { q: left.q * right.q, b: left.b * right.b, t: right.b * right.q * left.t + left.b * right.t };
    };
    const { q, b, t } = split(0, terms);
    return ((t * n) << scale) / (b * q);
  };
  const value = 18n * artanhOfInverse(26n) - 2n * artanhOfInverse(4801n) + 8n * artanhOfInverse(8749n);
  // Each artanh is off by its tail and one truncated division, below 2 units, and the coefficients add up to 28.
  return { value: value >> BigInt(guard), error: 2n };
});
