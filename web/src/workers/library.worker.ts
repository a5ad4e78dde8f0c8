import * as Comlink from 'comlink';
import { libraryApi } from '../safe/library-api.ts';

Comlink.expose(libraryApi);
