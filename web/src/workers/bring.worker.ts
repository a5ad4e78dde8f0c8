import * as Comlink from 'comlink';
import { bringApi } from '../bring/bring-api.ts';

Comlink.expose(bringApi);
