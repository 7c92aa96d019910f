import fc from "fast-check";

declare const process: { readonly env: Readonly<Record<string, string | undefined>> };

/** Properties use the same cases every time; SEED=… explores others. */
fc.configureGlobal({ seed: Number(process.env["SEED"] ?? 20261) });
