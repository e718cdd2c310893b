/// <reference lib="webworker" />
import { expose } from 'comlink';
import { listen } from '../core/sound/index.ts';

/** Hears engine speed off the page's thread. */
const listener = { listen };
export type Listener = typeof listener;
expose(listener);
