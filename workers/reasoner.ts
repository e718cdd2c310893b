/// <reference lib="webworker" />
import { expose } from 'comlink';
import { Reasoning } from './reasoning.ts';

/** Belief and planning off the page's thread. */
expose(new Reasoning((work) => setTimeout(work)));
