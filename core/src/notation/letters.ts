/** Greek letters: name, small and capital character. `pi` is the constant, the others are names. */
const GREEK: readonly (readonly [string, string, string])[] = [
  ["alpha", "α", "Α"],
  ["beta", "β", "Β"],
  ["gamma", "γ", "Γ"],
  ["delta", "δ", "Δ"],
  ["epsilon", "ε", "Ε"],
  ["zeta", "ζ", "Ζ"],
  ["eta", "η", "Η"],
  ["theta", "θ", "Θ"],
  ["iota", "ι", "Ι"],
  ["kappa", "κ", "Κ"],
  ["lambda", "λ", "Λ"],
  ["mu", "μ", "Μ"],
  ["nu", "ν", "Ν"],
  ["xi", "ξ", "Ξ"],
  ["omicron", "ο", "Ο"],
  ["pi", "π", "Π"],
  ["rho", "ρ", "Ρ"],
  ["sigma", "σ", "Σ"],
  ["tau", "τ", "Τ"],
  ["upsilon", "υ", "Υ"],
  ["phi", "φ", "Φ"],
  ["chi", "χ", "Χ"],
  ["psi", "ψ", "Ψ"],
  ["omega", "ω", "Ω"],
];
/** Capitals that look like a Latin letter have no LaTeX command of their own. */
const LATIN_CAPITALS = new Set(["Alpha", "Beta", "Epsilon", "Zeta", "Eta", "Iota", "Kappa", "Mu", "Nu", "Omicron", "Rho", "Tau", "Chi"]);

const capitalised = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

const characterOf = new Map<string, string>();
const nameOf = new Map<string, string>();
for (const [small, lower, upper] of GREEK) {
  for (const [word, character] of [
    [small, lower],
    [capitalised(small), upper],
  ] as const) {
    characterOf.set(word, character);
    nameOf.set(character, word);
  }
}
// The micro sign and the variant forms that keyboards and documents hold.
for (const [character, word] of [
  ["µ", "mu"],
  ["ϑ", "theta"],
  ["ϕ", "phi"],
  ["ϵ", "epsilon"],
  ["ϱ", "rho"],
  ["ς", "sigma"],
] as const)
  nameOf.set(character, word);

/** `θ` → `theta`; undefined for any other character. */
export function greekName(character: string): string | undefined {
  return nameOf.get(character);
}

/** `theta` → `θ`; undefined for a word that is no Greek letter. */
export function greekCharacter(word: string): string | undefined {
  return characterOf.get(word);
}

/** The LaTeX of a letter or word without its subscript. */
export function stemLatex(stem: string): string {
  if (stem.length > 1 && stem.startsWith("Δ")) return `\\Delta ${stemLatex(stem.slice(1))}`;
  const character = characterOf.get(stem);
  if (character) return LATIN_CAPITALS.has(stem) ? `\\mathrm{${character}}` : `\\${stem}`;
  return stem.length === 1 ? stem : `\\mathit{${stem}}`;
}

/** Splits `v_0` into its stem and subscript. */
export function splitName(name: string): { stem: string; subscript: string | undefined } {
  const at = name.indexOf("_");
  return at < 0 ? { stem: name, subscript: undefined } : { stem: name.slice(0, at), subscript: name.slice(at + 1) };
}

export function nameLatex(name: string): string {
  const { stem, subscript } = splitName(name);
  if (subscript === undefined) return stemLatex(stem);
  const inner = characterOf.has(subscript) || subscript.length === 1 ? stemLatex(subscript) : /^\d+$/.test(subscript) ? subscript : `\\mathrm{${subscript}}`;
  return `${stemLatex(stem)}_{${inner}}`;
}

/** A letter or word in plain characters: θ, Δt. */
function stemCharacters(stem: string): string {
  return stem.length > 1 && stem.startsWith("Δ") ? `Δ${stemCharacters(stem.slice(1))}` : (characterOf.get(stem) ?? stem);
}

export function nameMathml(name: string): string {
  const { stem, subscript } = splitName(name);
  const letter = `<mi>${stemCharacters(stem)}</mi>`;
  if (subscript === undefined) return letter;
  const inner = /^\d+$/.test(subscript) ? `<mn>${subscript}</mn>` : `<mi>${characterOf.get(subscript) ?? subscript}</mi>`;
  return `<msub>${letter}${inner}</msub>`;
}
