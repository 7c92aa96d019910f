const SUPERSCRIPTS: Readonly<Record<string, string>> = {
  "-": "⁻",
  "0": "⁰",
  "1": "¹",
  "2": "²",
  "3": "³",
  "4": "⁴",
  "5": "⁵",
  "6": "⁶",
  "7": "⁷",
  "8": "⁸",
  "9": "⁹",
};

const DEGREE = "{}^{\\circ}";

/** A unit as LaTeX: upright, with thin spaces between factors. */
export function unitLatex(text: string): string {
  return text
    .split(/[*·\s]+/)
    .join("\\,")
    .replace(/\^\(?(-?\d+(?:\/\d+)?)\)?/g, "^{$1}")
    .replace(/°[CF]|[A-Za-zµμΩ]+|[%‰°]/g, symbolLatex);
}

function symbolLatex(symbol: string): string {
  if (symbol === "deg" || symbol === "°") return DEGREE;
  if (symbol.startsWith("°")) return `${DEGREE}\\mathrm{${symbol.slice(1)}}`;
  if (symbol === "%") return "\\%";
  if (symbol === "‰") return "\\text{‰}";
  return `\\mathrm{${symbol.replace(/[µμ]/, "\\mu ").replace(/Ω|ohm/, "\\Omega ")}}`;
}

/** A unit as LaTeX behind its number: after a thin space, but a degree sign at once (SI Brochure, 5.4.3). */
export function unitBehind(text: string): string {
  const latex = unitLatex(text);
  return latex === DEGREE ? latex : `\\,${latex}`;
}

/** A unit in plain characters behind its number, as `unitBehind`. */
export function unitPlainBehind(text: string): string {
  const plain = unitPlain(text);
  return plain === "°" ? plain : ` ${plain}`;
}

/** A unit in plain characters: m/s². */
export function unitPlain(text: string): string {
  return text
    .replace(/\^(?:(-?\d+)|\((-?\d+)\))/g, (_, bare?: string, bracketed?: string) =>
      [...(bare ?? bracketed ?? "")].map((digit) => SUPERSCRIPTS[digit] ?? digit).join(""),
    )
    .replace(/ohm/g, "Ω")
    .replace(/\bdeg\b/g, "°")
    .split(/[*·]/)
    .map((factor) => factor.trim())
    .join(" ");
}
