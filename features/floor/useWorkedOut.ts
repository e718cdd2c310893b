import { useRouter } from 'next/navigation';
import { useEffect } from 'react';

const LOOK_AGAIN_MS = 1500;

/** Asks for the floor again while how a machine stands is still being worked out. */
export function useWorkedOut(seenAt: string, isUnderWay: boolean): void {
  const router = useRouter();
  // biome-ignore lint/correctness/useExhaustiveDependencies: each floor that comes is asked about anew.
  useEffect(() => {
    if (!isUnderWay) return;
    const timer = setTimeout(() => router.refresh(), LOOK_AGAIN_MS);
    return () => clearTimeout(timer);
  }, [seenAt, isUnderWay, router]);
}
