#!/usr/bin/env bash
# Installs what the lock file in this folder says. npm 10, which comes with
# Node 20, leaves out native parts of the build tools: npm 11 is taken instead.
set -euo pipefail
export PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD=1
if [ "$(npm --version | cut -d. -f1)" -ge 11 ]; then
    npm ci --no-progress --loglevel=error
else
    npx --yes npm@11 ci --no-progress --loglevel=error
fi
