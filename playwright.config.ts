import { defineConfig } from "@playwright/test";

const PORT = 4519;

export default defineConfig({
  testDir: "e2e",
  timeout: 180_000,
  // A cold start on two busy cores takes its time; waiting costs nothing when all is well.
  expect: { timeout: 45_000 },
  workers: 2,
  fullyParallel: true,
  forbidOnly: true,
  // A test that needs a second try has failed: the try only tells which kind of failure it is.
  retries: 0,
  reporter: [["list"], ["json", { outputFile: ".cache/browser.json" }]],
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    timezoneId: "Europe/Berlin",
    locale: "en-GB",
    // Sixty browsers need not each keep the whole program; what it is for has its own tests.
    serviceWorkers: "block",
    launchOptions: {
      executablePath: "/usr/bin/chromium",
      args: [
        "--no-sandbox",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
        // A tone instead of a microphone.
        "--use-fake-device-for-media-stream",
        "--use-fake-ui-for-media-stream",
      ],
    },
  },
  projects: [
    { name: "bench", testIgnore: /large\.spec/ },
    // Measures the page's own thread, so it runs alone, when the others are done.
    { name: "large", testMatch: /large\.spec/, dependencies: ["bench"] },
  ],
  webServer: {
    command: "node server/serve.mjs",
    url: `http://127.0.0.1:${PORT}/icon.svg`,
    env: { PORT: String(PORT), HOST: "127.0.0.1", NODE_ENV: "production" },
    reuseExistingServer: false,
  },
});
