// `npm run sound-pictures`: draws spectrograms of rendered strokes into docs/sound, and measures their partials for the
// table of docs/sound.md.
import { build } from 'vite';

await build({
  logLevel: 'warn',
  build: { ssr: 'pictures.ts', outDir: 'dist', target: 'node20' },
  ssr: { noExternal: [/@stride/] },
});
await import('./dist/pictures.js');
