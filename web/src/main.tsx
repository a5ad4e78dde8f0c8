import './app/styles.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './app/App.tsx';
import { askForFramesEarly } from './app/early-frame.ts';
import { fetchBench, fetchLikely } from './app/places.tsx';
import { applyTheme, readTheme } from './app/theme.ts';
import { trustOwnScripts } from './app/trusted.ts';
import { makeUpForNoCertificate } from './app/without-certificate.ts';
import { chooseStorage } from './store/storage.ts';

trustOwnScripts();
makeUpForNoCertificate();
applyTheme(readTheme());
askForFramesEarly();

const [place, id, stage = 'write'] = location.pathname.split('/').slice(1);
const needed = place === 'bench' && id ? fetchBench(stage) : undefined;

const root = document.getElementById('root');
if (!root) throw new Error('the page has no place for the application');
const screen = createRoot(root);
await Promise.all([chooseStorage(), needed]);
screen.render(
  <StrictMode>
    <App />
  </StrictMode>,
);

import('./app/offline.ts').then(({ workOffline }) => workOffline()).catch(() => undefined);
import('./safe/by-itself.ts').then(
  ({ keepByItself }) => keepByItself(),
  () => undefined,
);

// What is most likely opened next is there before it is asked for. Not every browser says when it is idle.
if ('requestIdleCallback' in window) requestIdleCallback(() => fetchLikely());
else setTimeout(fetchLikely, 2000);
