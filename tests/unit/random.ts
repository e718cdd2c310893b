export { random } from '@/core/random.ts';
