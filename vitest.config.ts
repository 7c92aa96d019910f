import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    setupFiles: ["core/test/seed.ts"],
    // LONG=50 looks at fifty times as many cases of each property.
    testTimeout: 60_000 * Number(process.env["LONG"] ?? 1),
    hookTimeout: 120_000,
    projects: [
      { extends: true, test: { name: "mathematics and screens", include: ["{core,batch,web}/test/**/*.test.ts"], sequence: { groupOrder: 0 } } },
      // These wait for servers of their own more than they compute.
      { extends: true, test: { name: "server", include: ["server/test/**/*.test.ts"], maxWorkers: 3, sequence: { groupOrder: 1 } } },
    ],
  },
});
