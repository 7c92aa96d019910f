/** The residue of a modulo m with −m/2 < residue ≤ m/2. */
export function balanced(a: bigint, m: bigint): bigint {
  const rest = ((a % m) + m) % m;
  return 2n * rest > m ? rest - m : rest;
}

/** The inverse of a modulo m with 0 ≤ inverse < m, for a prime to m (the extended Euclidean algorithm; Knuth, TAOCP 2, 4.5.2). */
export function inverse(a: bigint, m: bigint): bigint {
  let [r, next] = [m, ((a % m) + m) % m];
  let [t, nextT] = [0n, 1n];
  while (next !== 0n) {
    const quotient = r / next;
    [r, next] = [next, r - quotient * next];
    [t, nextT] = [nextT, t - quotient * nextT];
  }
  return ((t % m) + m) % m;
}
