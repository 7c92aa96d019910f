/** What stands at the head of a document. */
export interface Details {
  readonly title: string;
  readonly author: string;
  /** Handout, worked solutions or answer key, in words. */
  readonly kind: string;
  /** The day, as 2026-11-30. */
  readonly date: string;
}
