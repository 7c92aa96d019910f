import { defineConfig } from "vitest/config";

/** One kind of tests after the other; how many files of it run beside each other. */
const kind = (name: string, include: string, maxWorkers: number, groupOrder: number) => ({
  extends: true as const,
  test: { name, include: [include], maxWorkers, sequence: { groupOrder } },
});

export default defineConfig({
  test: {
    setupFiles: ["core/test/seed.ts"],
    // LONG=50 looks at fifty times as many cases of each property.
    testTimeout: 120_000 * Number(process.env["LONG"] ?? 1),
    hookTimeout: 120_000,
    projects: [
      kind("core", "{core,batch}/test/**/*.test.ts", 2, 0),
      kind("web", "web/test/**/*.test.ts", 1, 1),
      // These wait for servers of their own more than they compute.
      kind("server", "server/test/**/*.test.ts", 3, 2),
    ],
  },
});
