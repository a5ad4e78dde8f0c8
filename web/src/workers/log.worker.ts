import * as Comlink from 'comlink';
import { logApi } from '../log/log-api.ts';

Comlink.expose(logApi);
