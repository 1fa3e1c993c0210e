import { fileURLToPath } from 'node:url';
import { svelte } from '@sveltejs/vite-plugin-svelte';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

export default defineConfig({
  plugins: [
    tailwindcss(),
    svelte(),
    // The floor works without a line: the interface is kept on the device, and so is the last day read.
    VitePWA({
      registerType: 'autoUpdate',
      injectRegister: null,
      manifest: {
        name: 'Bivex',
        short_name: 'Bivex',
        description: 'What each effect shot owes',
        start_url: '/',
        display: 'standalone',
        background_color: '#f6f1e6',
        theme_color: '#191512',
        icons: [
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'any maskable' },
          { src: '/mark.svg', sizes: 'any', type: 'image/svg+xml' },
        ],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,png,woff2}'],
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/(api|trust|actuator)(\/|$)/],
        clientsClaim: true,
        runtimeCaching: [
          {
            urlPattern: ({ url }) =>
              /^\/api\/(session|productions\/[0-9a-f-]{36}(\/(reel|days|days\/[0-9a-f-]{36}\/pack))?)$/.test(
                url.pathname,
              ),
            handler: 'NetworkFirst',
            options: {
              cacheName: 'bivex-day',
              networkTimeoutSeconds: 6,
              cacheableResponse: { statuses: [200] },
              expiration: { maxEntries: 60 },
            },
          },
        ],
      },
    }),
  ],
  resolve: {
    alias: { 'bivex-core': fileURLToPath(new URL('../device/target/js/core.js', import.meta.url)) },
  },
  build: { target: 'es2022', assetsInlineLimit: 0 },
  server: { proxy: { '/api': 'http://127.0.0.1:8090' } },
});
