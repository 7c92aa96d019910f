import { ApiError } from "../../api/faults.ts";
import { SCHEMAS, type SchemaName } from "../../api/schemas.ts";
import { contentIn } from "../../api/validation.ts";

export type ReadContent = { readonly kind: "read"; readonly content: unknown } | { readonly kind: "faulty"; readonly message: string; readonly field: string };

/** Reads the body of a request, which may be long. */
export function readContent({ bytes, name }: { readonly bytes: Uint8Array; readonly name: SchemaName }): ReadContent {
  try {
    return { kind: "read", content: contentIn(bytes, SCHEMAS[name]) };
  } catch (error) {
    if (error instanceof ApiError) return { kind: "faulty", message: error.message, field: error.details.field ?? "" };
    throw error;
  }
}
