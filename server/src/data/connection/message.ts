import type { InStatement, ResultSet, Value } from "@libsql/client";

/** What is asked of a thread that holds a connection. */
export interface Asked {
  readonly id: number;
  readonly call: Call;
}

export type Call =
  | { readonly kind: "execute"; readonly statement: InStatement }
  /** One transaction, which begins by taking the lock for writing. */
  | { readonly kind: "batch"; readonly statements: readonly InStatement[] }
  | { readonly kind: "migrate"; readonly statements: readonly InStatement[] };

/** A result as it crosses threads: rows are lists, without the names that stand in `columns`. */
export interface PlainResult {
  readonly columns: readonly string[];
  readonly columnTypes: readonly string[];
  readonly rows: readonly (readonly Value[])[];
  readonly rowsAffected: number;
  readonly lastInsertRowid: bigint | undefined;
}

export type Answered =
  | { readonly id: number; readonly kind: "done"; readonly results: readonly PlainResult[] }
  | { readonly id: number; readonly kind: "failed"; readonly message: string; readonly code: string };

export const plainResult = ({ columns, columnTypes, rows, rowsAffected, lastInsertRowid }: ResultSet): PlainResult => ({
  columns,
  columnTypes,
  rows: rows.map((row) => Array.from<Value>(row)),
  rowsAffected,
  lastInsertRowid,
});

/** The result as the libSQL client gives it: a row has its values by place, and by name those that are seen in a listing. */
export function resultSet({ columns, columnTypes, rows, rowsAffected, lastInsertRowid }: PlainResult): ResultSet {
  const shown = rows.map((values) => {
    const row = Object.defineProperty({}, "length", { value: values.length });
    values.forEach((value, place) => {
      Object.defineProperty(row, place, { value });
      const name = columns[place];
      if (name !== undefined && !Object.hasOwn(row, name)) Object.defineProperty(row, name, { value, enumerable: true });
    });
    return row as ResultSet["rows"][number];
  });
  const plain = { columns: [...columns], columnTypes: [...columnTypes], rows: shown, rowsAffected, lastInsertRowid };
  return { ...plain, toJSON: () => ({ columns, columnTypes, rows, rowsAffected, lastInsertRowid: lastInsertRowid?.toString() }) };
}
