import { Ajv2020, type ErrorObject } from "ajv/dist/2020.js";
import formats from "ajv-formats";
import type { Static, TSchema } from "typebox";
import { ApiError } from "./faults.ts";

const ajv = new Ajv2020({ allErrors: false });
formats.default(ajv, ["email"]);
/** What SQLite keeps to the letter: no character that ends its texts, and no half of a surrogate pair. */
const isText = (value: string): boolean => !value.includes("\0") && !/\p{Surrogate}/u.test(value);
ajv.addFormat("text", isText);
ajv.addFormat("line", (value: string) => isText(value) && !/[\r\n]/.test(value));

const FORMAT_WORDS: Readonly<Record<string, string>> = {
  text: "must be text without the character 0 and without halves of characters",
  line: "must be one line of text, without the character 0 and without halves of characters",
};

/**
 * Content that came with a request.
 * @throws ApiError 400 that names the place and what was expected
 */
export function validated<Schema extends TSchema>(schema: Schema, content: unknown): Static<Schema> {
  const validate = ajv.compile(schema);
  if (validate(content)) return content as Static<Schema>;
  const [fault] = validate.errors ?? [];
  const field = fault?.instancePath.replace(/^\//, "").replaceAll("/", ".") ?? "";
  throw new ApiError(400, `${field === "" ? "the request" : field} ${fault ? wordsOf(fault) : "is not valid"}`, { field });
}

/**
 * The content in the bytes of a body.
 * @throws ApiError 400 where it is no JSON, or not what was expected
 */
export function contentIn(bytes: Uint8Array, schema: TSchema): unknown {
  try {
    return validated(schema, JSON.parse(new TextDecoder("utf-8", { fatal: true }).decode(bytes)));
  } catch (error) {
    if (error instanceof ApiError) throw error;
    throw new ApiError(400, `the request is no JSON in UTF-8: ${error instanceof Error ? error.message.slice(0, MOST_QUOTED) : ""}`);
  }
}

const MOST_QUOTED = 200;

function wordsOf({ keyword, params, message = "is not valid" }: ErrorObject): string {
  if (keyword === "format") return FORMAT_WORDS[String(params["format"])] ?? message;
  return keyword === "additionalProperties" ? `${message}: “${String(params["additionalProperty"])}”` : message;
}
