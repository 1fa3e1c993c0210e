import { svelte } from '@sveltejs/vite-plugin-svelte';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';
import type { Reporter } from 'vitest/node';

/** The closing line that every runner of builds understands. */
const closing: Reporter = {
  onTestRunEnd(modules) {
    let passed = 0;
    let failed = 0;
    for (const m of modules)
      for (const t of m.children.allTests()) {
        if (t.result().state === 'passed') passed++;
        else if (t.result().state === 'failed') failed++;
      }
    console.log(`${passed} passed, ${failed} failed`);
  },
};

export default defineConfig({
  plugins: [svelte()],
  resolve: {
    alias: { 'bivex-core': fileURLToPath(new URL('../device/target/js/core.js', import.meta.url)) },
  },
  test: { environment: 'jsdom', include: ['src/**/*.test.ts'], reporters: ['default', closing] },
});
