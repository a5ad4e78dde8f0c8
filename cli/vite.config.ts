import { defineConfig } from 'vite';

export default defineConfig({ build: { target: 'node20' }, ssr: { noExternal: true } });
