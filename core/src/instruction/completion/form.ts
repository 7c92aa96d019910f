/** A piece of a sentence's form: a word of the language, a mark, or a place that the author fills in. */
export type Piece =
  | { readonly kind: "word"; readonly text: string }
  | { readonly kind: "mark"; readonly text: string }
  | { readonly kind: "slot"; readonly name: string };

/** What stands between two decisions of an author: “for x”, “from a to b”. It begins with a word, or with a slot that stands before one: “n times”. */
export interface Clause {
  readonly pieces: readonly Piece[];
  readonly required: boolean;
  /** Clauses of one place exclude each other. */
  readonly place: number;
}

/** A form as its clauses, in order; the first is the instruction itself. */
export type Form = readonly Clause[];

const TOKEN = /"[A-Z]+"|\(\d\)|\(E, E, …\)|->|[A-Za-z]+|\d+|[=<>,…()]|\[|\]|\|/g;
const SLOT = /^(?:[A-Z]+|[a-z]|"[A-Z]+"|\(\d\)|\(E, E, …\)|\d+)$/;

const pieceOf = (text: string): Piece =>
  /^[=<>,…()]$|^->$/.test(text) ? { kind: "mark", text } : SLOT.test(text) ? { kind: "slot", name: text } : { kind: "word", text };

/** Takes a form of the registry apart: brackets mark what may be left out, bars what excludes each other. */
export function parseForm(form: string): Form {
  const clauses: Clause[] = [];
  let pieces: Piece[] = [];
  let depth = 0;
  let place = 0;
  const close = (): void => {
    if (pieces.some(({ kind }) => kind === "word")) clauses.push({ pieces, required: depth === 0, place });
    pieces = [];
  };
  const next = (): void => {
    close();
    place += 1;
  };
  for (const text of form.match(TOKEN) ?? []) {
    if (text === "[" || text === "]") {
      next();
      depth += text === "[" ? 1 : -1;
    } else if (text === "|") close();
    else {
      const piece = pieceOf(text);
      // A word behind a filled place begins what comes next, at the depth of the sentence itself.
      if (depth === 0 && piece.kind === "word" && pieces.at(-1)?.kind === "slot" && pieces.some(({ kind }) => kind === "word")) next();
      if (piece.kind !== "mark" || piece.text !== "…") pieces.push(piece);
    }
  }
  close();
  return clauses;
}

/** Marks a place that is still to be filled in. */
export const PLACE = "□";

/** A clause as text, with a mark at each place to fill in; a place at its end is left to the hand. */
export function clauseText({ pieces }: Clause): string {
  const written = tight(pieces.map((piece) => (piece.kind === "slot" ? slotText(piece.name) : piece.text)));
  const isOnlyAtEnd = written.indexOf(PLACE) === written.length - 1;
  return isOnlyAtEnd ? written.slice(0, -1) : written;
}

function slotText(name: string): string {
  if (name.startsWith('"')) return `"${PLACE}"`;
  if (name === "INTERVAL") return `[${PLACE}, ${PLACE}]`;
  return name.startsWith("(E") ? `(${PLACE}, ${PLACE})` : PLACE;
}

/** A clause as it is shown to those who look for it: “for x”. */
export const clauseLabel = ({ pieces }: Clause): string => tight(pieces.map((piece) => (piece.kind === "slot" ? piece.name : piece.text)));

/** Pieces with spaces between them, none before commas and around brackets. */
const tight = (pieces: readonly string[]): string =>
  pieces
    .join(" ")
    .replace(/ ([,()])/g, "$1")
    .replace(/\( /g, "(");
