export { random } from '@/core/chance/random.ts';
