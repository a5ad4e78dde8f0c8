import './app/styles.css';
import { setNonce } from 'get-nonce';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './app/App.tsx';
import { cspNonce } from './app/nonce.ts';
import { applyTheme, readTheme } from './app/theme.ts';
import { trustOwnScripts } from './app/trusted.ts';
import { chooseStorage } from './store/storage.ts';

trustOwnScripts();
const nonce = cspNonce();
if (nonce) setNonce(nonce);
applyTheme(readTheme());

const root = document.getElementById('root');
if (!root) throw new Error('the page has no place for the application');
const place = createRoot(root);
await chooseStorage();
place.render(
  <StrictMode>
    <App />
  </StrictMode>,
);
