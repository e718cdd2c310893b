'use client';
import { clsx } from 'clsx';
import { Camera } from 'lucide-react';
import { useId, useState } from 'react';
import { NoPhoto, type Shot, takeShot } from './shrunk.ts';

interface Props {
  readonly jobId: string;
  readonly label: string;
  readonly onShot: (shot: Shot) => void;
}

/** Takes a photo with the camera, or a file; it works out of reach of the shop's computer too. */
export function PhotoButton({ jobId, label, onShot }: Props) {
  const id = useId();
  const [stands, setStands] = useState<'idle' | 'busy'>('idle');
  const [why, setWhy] = useState<string | null>(null);
  const take = async (file: File) => {
    setStands('busy');
    setWhy(null);
    try {
      onShot(await takeShot(jobId, file));
    } catch (error) {
      setWhy(error instanceof NoPhoto ? error.message : 'It could not be kept here: this browser has no room left.');
    }
    setStands('idle');
  };
  return (
    <span className="inline-flex flex-col">
      <label
        htmlFor={id}
        className={clsx(
          'flex min-h-tap items-center gap-2 border-2 border-line bg-sheet px-3 font-semibold focus-within:border-iron',
          stands === 'busy' && 'opacity-55',
        )}
      >
        <Camera aria-hidden="true" className="size-6" />
        {stands === 'busy' ? 'One moment ...' : label}
        <input
          id={id}
          type="file"
          accept="image/*"
          capture="environment"
          className="sr-only"
          onChange={(e) => {
            const file = e.target.files?.[0];
            // The same file again is another photo.
            e.target.value = '';
            if (file) void take(file);
          }}
        />
      </label>
      {why && (
        <span role="alert" className="mt-0.5 text-[0.9rem] font-bold text-rust">
          {why}
        </span>
      )}
    </span>
  );
}
