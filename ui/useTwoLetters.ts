import { useEffect, useRef } from 'react';

const PAUSE_MS = 2500;

interface Heard {
  /** The first of two letters, or '' when it was given up. */
  readonly onFirst: (letter: string) => void;
  readonly onPair: (letters: string) => void;
  /** `/`, `?`, Escape. */
  readonly onSign: (sign: '/' | '?' | 'Escape') => void;
}

/**
 * Hears two letters anywhere but in text. An empty box for a figure is no text yet: no figure begins with a letter, save OL,
 * and that box keeps its o.
 */
export function useTwoLetters(on: boolean, heard: Heard): void {
  const latest = useRef(heard);
  latest.current = heard;
  useEffect(() => {
    let first = '';
    let timer: ReturnType<typeof setTimeout> | undefined;
    const drop = () => {
      clearTimeout(timer);
      if (first !== '') latest.current.onFirst('');
      first = '';
    };
    const press = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey || e.defaultPrevented) return;
      const target = e.target as HTMLElement;
      // What is asked in front of the screen is answered there.
      if (target.closest('[role="dialog"]')) return;
      const figure = target instanceof HTMLInputElement && target.dataset.figure !== undefined;
      const empty = figure && target.value === '';
      if (e.key === 'Escape') {
        drop();
        latest.current.onSign('Escape');
        return;
      }
      if (/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) && !empty) return;
      if (e.key === '/' || e.key === '?') {
        e.preventDefault();
        drop();
        latest.current.onSign(e.key);
        return;
      }
      if (!on || !/^[a-z]$/i.test(e.key)) return drop();
      const letter = e.key.toLowerCase();
      if (first === '' && letter === 'o' && figure) return;
      e.preventDefault();
      if (first === '') {
        first = letter;
        latest.current.onFirst(letter);
        timer = setTimeout(drop, PAUSE_MS);
        return;
      }
      const pair = first + letter;
      drop();
      latest.current.onPair(pair);
    };
    window.addEventListener('keydown', press);
    return () => {
      clearTimeout(timer);
      window.removeEventListener('keydown', press);
    };
  }, [on]);
}
