/** What a line can speak of, in plain data. */
export interface Scope {
  /** Declared quantities, with what they hold where that is known. */
  readonly names: readonly { readonly name: string; readonly holds?: string }[];
  readonly functions: readonly { readonly name: string; readonly parameters: readonly string[] }[];
  /** The lines above that can be referred to, with what they came to. */
  readonly lines: readonly { readonly number: number; readonly holds: string }[];
}

/** Something that can be put in at the caret. */
export interface Completion {
  readonly kind: "instruction" | "clause" | "name" | "function" | "letter" | "unit" | "line";
  /** What is put in; □ marks places to fill in. */
  readonly text: string;
  /** The characters that it stands for. */
  readonly from: number;
  readonly to: number;
  /** As it is shown, and what it is. */
  readonly label: string;
  readonly about: string;
}
