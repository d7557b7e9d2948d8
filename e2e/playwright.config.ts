import { defineConfig } from '@playwright/test'

export default defineConfig({
  testDir: '.',
  testIgnore: [...(process.env.SCREENSHOTS ? [] : ['screenshots.spec.ts']), ...(process.env.FIGURES ? [] : ['figures.spec.ts'])],
  // What is awaited comes at once or, on a machine that is busy, late: only what never comes is a fault.
  timeout: 300_000,
  expect: { timeout: 60_000 },
  workers: Number(process.env.WORKERS ?? 2), // each with a program and a database of its own
  retries: 0,
  reporter: [['list']],
  use: {
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    screenshot: 'only-on-failure',
    serviceWorkers: 'block', // what it keeps would answer where a test stands in for the server
    actionTimeout: 60_000,
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell',
      // Debian's browser, without looking for anything outside this machine. One name leads
      // here that is not that of this machine: at such an address the browser is less trusting.
      args: [
        '--no-sandbox',
        // A page lives for some seconds here: its core need not be compiled for hours. Where speed is measured, it is.
        ...(process.env.FIGURES ? [] : ['--js-flags=--liftoff-only']),
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-proxy-server',
        '--host-resolver-rules=MAP models.example 127.0.0.1',
      ],
    },
  },
})
