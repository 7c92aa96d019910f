import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    include: ["{core,batch,server,web}/test/**/*.test.ts"],
    setupFiles: ["core/test/seed.ts"],
    // LONG=50 looks at fifty times as many cases of each property.
    testTimeout: 60_000 * Number(process.env["LONG"] ?? 1),
    hookTimeout: 120_000,
  },
});
