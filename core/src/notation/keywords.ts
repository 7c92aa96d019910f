/** Words that stand inside mathematics. */
export const MATHEMATICAL_WORDS = ["and", "or", "if", "otherwise", "deg", "cases"] as const;

/** The words of the sentences, in the order of the notation: what is nearly one of them is no product of letters. */
export const SENTENCE_WORDS: ReadonlySet<string> = new Set(
  [
    "given let solve for in near over numerically reals complex integers rationals elimination substitution",
    "limit of as from the left right differentiate by twice times then gradient integrate to series at order",
    "maximise minimise subject stationary points show simplify expand only products powers trig logs factor complete square polar rectangular exponential form numbers first",
    "partial fractions combine rewrite part with collect evaluate figures decimals degrees substitute into keep",
    "fill inverse determinant eigenvalues eigenvectors jacobian hessian other tabulate graph figure tangent expect solution real so because where without say hint caption",
  ].flatMap((line) => line.split(" ")),
);

/** Whether one word is another with a letter more, less, changed, or two neighbours swapped (F. J. Damerau 1964), at most `most` times. */
export function isNear(a: string, b: string, most: number): boolean {
  if (Math.abs(a.length - b.length) > most) return false;
  const rows: number[][] = [Array.from({ length: b.length + 1 }, (_, k) => k)];
  for (let i = 1; i <= a.length; i += 1) {
    const row = [i];
    for (let j = 1; j <= b.length; j += 1) {
      const same = a[i - 1] === b[j - 1] ? 0 : 1;
      const swapped = i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1] ? (rows[i - 2]?.[j - 2] ?? most) + 1 : most + 1;
      row.push(Math.min((rows[i - 1]?.[j] ?? most) + 1, (row[j - 1] ?? most) + 1, (rows[i - 1]?.[j - 1] ?? most) + same, swapped));
    }
    rows.push(row);
  }
  return (rows[a.length]?.[b.length] ?? most + 1) <= most;
}

/** The word of a list that a word is nearly: one slip in words from four letters on, two in words from five. */
export function nearest(word: string, list: Iterable<string>): string | undefined {
  const lower = word.toLowerCase();
  const candidates = [...list].filter((one) => one.length >= 4 && lower.length >= 3);
  for (const most of [1, 2]) {
    const found = candidates.find((one) => (most === 1 || one.length >= 5) && isNear(lower, one, most));
    if (found !== undefined) return found;
  }
  return undefined;
}
