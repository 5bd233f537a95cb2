import { defineConfig } from "@playwright/test";

/** Debian's Chromium. Pages are drawn by the processor: where there is no GPU, playing one takes it half as long again (measured). */
export default defineConfig({
  testDir: ".",
  timeout: 180_000,
  expect: { timeout: 30_000 },
  workers: 1,
  retries: 0,
  reporter: "list",
  use: {
    actionTimeout: 30_000,
    screenshot: "only-on-failure",
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: "/usr/bin/chromium",
      args: [
        "--no-sandbox",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
        "--disable-gpu",
      ],
    },
  },
});
