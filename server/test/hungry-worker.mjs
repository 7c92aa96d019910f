/** Works like `worker.ts`, with a line that holds ever more memory. */
export function checkWorking({ lines, givenUp, progress }) {
  const cells = new Int32Array(progress);
  const said = lines.map((line, index) => {
    Atomics.store(cells, 1, index + 1);
    Atomics.add(cells, 0, 1);
    const held = [];
    while (line === "hungry" && !givenUp.has(index + 1)) held.push(new Array(10_000).fill(held.length));
    return givenUp.get(index + 1) ?? line;
  });
  return new TextEncoder().encode(JSON.stringify(said));
}
