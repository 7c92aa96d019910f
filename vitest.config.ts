import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    include: ["{core,batch,server,web}/test/**/*.test.ts"],
    setupFiles: ["core/test/seed.ts"],
    testTimeout: 60_000,
    hookTimeout: 120_000,
  },
});
