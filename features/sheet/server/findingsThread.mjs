import { register } from 'tsx/esm/api';

// A thread starts without what reads TypeScript in the one that started it.
register();
await import('./findingsThread.ts');
