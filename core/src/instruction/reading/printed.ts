/** A line that only prints: words of the author's own. */
export type Printed =
  | { readonly kind: "text"; readonly markdown: string }
  | { readonly kind: "hint"; readonly markdown: string }
  | { readonly kind: "part"; readonly question: string; readonly points?: number };
