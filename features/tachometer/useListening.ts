import { useEffect, useRef, useState } from 'react';
import type { EngineWords } from '@/core/index.ts';
import type { HeardSecond } from '@/core/sound/index.ts';
import { type Deaf, openRecording, takeSound } from './microphone.ts';
import { spawnListener } from './spawnListener.ts';

/** What is heard now or was heard in a recording. */
export type Listening =
  | { readonly kind: 'opening' }
  | { readonly kind: 'live'; readonly now: HeardSecond | null }
  | { readonly kind: 'deaf'; readonly why: Deaf }
  | { readonly kind: 'working'; readonly name: string }
  | { readonly kind: 'recording'; readonly name: string; readonly heard: readonly HeardSecond[] }
  | { readonly kind: 'failed'; readonly message: string };

/** Seconds of sound a speed is heard in, and how often it is [ms]. */
const SECONDS = 6;
const EVERY_MS = 500;

/** Listens to the microphone from the first, or to a recording instead, until the panel is put away. */
export function useListening(engine: EngineWords) {
  const [listening, setListening] = useState<Listening>({ kind: 'opening' });
  const stopMicrophone = useRef(() => {});
  const listener = useRef<ReturnType<typeof spawnListener> | null>(null);
  const words = useRef(engine);
  words.current = engine;

  useEffect(() => {
    const { ask, stop } = spawnListener();
    listener.current = { ask, stop };
    let gone = false;
    let asking = false;
    let timer: ReturnType<typeof setInterval> | undefined;
    void takeSound(SECONDS).then((taken) => {
      if (typeof taken === 'string') {
        if (!gone) setListening({ kind: 'deaf', why: taken });
        return;
      }
      if (gone) return taken.stop();
      setListening({ kind: 'live', now: null });
      timer = setInterval(() => {
        if (asking) return;
        asking = true;
        const { sound } = taken;
        void ask.listen(sound.samples(), sound.rateHz, words.current).then(
          (heard) => {
            asking = false;
            if (!gone)
              setListening((before) => (before.kind === 'live' ? { kind: 'live', now: latest(heard) } : before));
          },
          () => {
            asking = false;
          },
        );
      }, EVERY_MS);
      stopMicrophone.current = () => {
        clearInterval(timer);
        taken.stop();
      };
    });
    return () => {
      gone = true;
      stopMicrophone.current();
      stop();
    };
  }, []);

  const open = async (file: File) => {
    stopMicrophone.current();
    setListening({ kind: 'working', name: file.name });
    try {
      const { samples, rateHz } = await openRecording(file);
      const heard = await listener.current!.ask.listen(samples, rateHz, words.current);
      setListening({ kind: 'recording', name: file.name, heard });
    } catch (error) {
      setListening({ kind: 'failed', message: (error as Error).message });
    }
  };
  return { listening, open };
}

/** The last second but one: the last one has not been heard to its end. */
const latest = (heard: readonly HeardSecond[]): HeardSecond | null => heard.at(-2) ?? heard.at(-1) ?? null;
