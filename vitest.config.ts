import { defineConfig } from "vitest/config";

export default defineConfig({
  resolve: { tsconfigPaths: true },
  test: {
    include: ["{core,workers,store,demo,cli,app,server,stand-ins}/**/*.test.{ts,tsx}"],
    environment: "node",
    reporters: ["default"],
    // Every core: one is left idle otherwise, which is half of a machine of two.
    maxWorkers: "100%",
    testTimeout: 30000,
    // The demo is built whole, sliced and all, before its tests.
    hookTimeout: 90000,
  },
});
