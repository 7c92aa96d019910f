/** Digits of a number that are printed; of a longer one only its beginning and its end are. */
const MOST_PRINTED = 1000;
const AT_EACH_END = 20;

/** A number as it is printed: one that nobody would read to its end is told by its first and last digits, and how many there are. */
export function printedDigits(digits: string, words: (text: string) => string): string {
  if (digits.length <= MOST_PRINTED) return digits;
  const count = digits.replace(".", "").length;
  return `${digits.slice(0, AT_EACH_END)}…${digits.slice(-AT_EACH_END)}${words(` (${count} digits)`)}`;
}
