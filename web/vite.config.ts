import { fileURLToPath } from 'node:url';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

/**
 * What the page may do: its own files, nothing made of text, nothing inline. It stands in the page itself, so that it holds
 * under any web server; the program's own server sends it as a header too.
 */
const POLICY = [
  "default-src 'self'",
  "script-src 'self'",
  "style-src 'self'",
  "img-src 'self' data:",
  // The music font comes as data with the engraver.
  "font-src 'self' data:",
  "connect-src 'self'",
  "worker-src 'self'",
  "manifest-src 'self'",
  "object-src 'none'",
  "base-uri 'none'",
  "form-action 'none'",
  // Script addresses are those of the program; nothing is made of text: see src/app/trusted.ts.
  "require-trusted-types-for 'script'",
  'trusted-types default',
].join('; ');

/** Puts the policy into the built page, before anything else in it. */
const policyInPage: Plugin = {
  name: 'policy-in-page',
  apply: 'build',
  transformIndexHtml: () => [
    {
      tag: 'meta',
      attrs: { 'http-equiv': 'Content-Security-Policy', content: POLICY },
      injectTo: 'head-prepend',
    },
  ],
};

const adopted = (name: string) =>
  fileURLToPath(new URL(`src/app/adopted/${name}.ts`, import.meta.url));

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    policyInPage,
    VitePWA({
      // A new version waits until the program is started the next time: src/app/offline.ts.
      registerType: 'prompt',
      injectRegister: false,
      manifest: {
        name: 'Humble Stride',
        short_name: 'Stride',
        description: 'Write, read, hear and practise rhythms for hand and world percussion.',
        start_url: '/',
        display: 'standalone',
        background_color: '#f3f5f0',
        theme_color: '#231a2e',
        icons: [
          { src: '/stride.svg', sizes: 'any', type: 'image/svg+xml' },
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
          { src: '/icon-maskable.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
        ],
        // Where the browser hands over files of the system.
        ...{
          file_handlers: [
            {
              action: '/',
              accept: {
                'text/plain': ['.stride'],
                'application/json': ['.json'],
                'application/vnd.recordare.musicxml+xml': ['.musicxml'],
                'application/vnd.recordare.musicxml': ['.mxl'],
                'audio/midi': ['.mid', '.midi'],
              },
            },
          ],
        },
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,png,woff2}'],
        maximumFileSizeToCacheInBytes: 5_000_000,
        navigateFallback: '/index.html',
        inlineWorkboxRuntime: true,
        cleanupOutdatedCaches: true,
        sourcemap: false,
      },
    }),
  ],
  resolve: {
    alias: {
      'react-style-singleton': adopted('react-style-singleton'),
      'style-mod': adopted('style-mod'),
    },
  },
  build: {
    target: 'es2023',
    manifest: true,
    assetsInlineLimit: 0,
    rolldownOptions: {
      output: {
        // What several screens share is one file. Left to itself every shared module became a file of its own, and
        // a screen waited for thirty of them.
        codeSplitting: {
          groups: [
            {
              name: 'first',
              tags: ['$initial'],
              priority: 2,
              test: (id: string) => !/main\.tsx|index\.html/.test(id),
            },
            {
              // What packages make of one another stands in one file: cut by who shares it, two files could
              // need one another before either has run.
              name: 'controls',
              priority: 1,
              minShareCount: 2,
              test: /node_modules[\\/](@radix-ui|radix-ui|@floating-ui|aria-hidden|react-remove-scroll)/,
            },
            {
              // The demo is put there once in a browser's life.
              name: 'shared',
              minShareCount: 2,
              test: (id: string) => !/store[\\/]demo\.ts/.test(id),
            },
          ],
        },
      },
    },
  },
  worker: { format: 'es' },
});
