import { defineConfig } from "vitest/config";

export default defineConfig({
  resolve: { tsconfigPaths: true },
  test: {
    include: ["{core,workers,store,demo,cli,app,server,stand-ins}/**/*.test.{ts,tsx}"],
    environment: "node",
    reporters: ["default"],
    testTimeout: 30000,
    // The demo is built whole, sliced and all, before its tests.
    hookTimeout: 90000,
  },
});
