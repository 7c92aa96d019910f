/** Where a line stands, and what can be done from what is drawn in it. The object is the same as long as the line and its number are. */
export interface LinePlace {
  readonly number: number;
  readonly source: string;
  /** The texts of all lines of the working now. */
  readonly working: () => readonly string[];
  /** Puts an instruction into the writing line. */
  readonly write: (instruction: string) => void;
  /** Writes the line anew. */
  readonly replace: (source: string) => void;
  /** Adds a line at the end. */
  readonly add: (source: string) => void;
}

/** The working up to a line with that line written otherwise: what would be drawn of it. */
export const withLine = ({ working, number }: LinePlace, source: string): readonly string[] => [...working().slice(0, number - 1), source];
