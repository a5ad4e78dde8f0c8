import { useEffect } from 'react';

/** Keeps the screen awake while it is looked at from a distance, where the browser can. */
export function useWakeLock(awake: boolean): void {
  useEffect(() => {
    if (!awake || !navigator.wakeLock) return;
    let lock: WakeLockSentinel | undefined;
    let over = false;
    const ask = () => {
      if (document.visibilityState !== 'visible') return;
      navigator.wakeLock.request('screen').then(
        (given) => {
          if (over) void given.release();
          else lock = given;
        },
        // A device that saves its battery may refuse; one plays all the same.
        () => undefined,
      );
    };
    ask();
    document.addEventListener('visibilitychange', ask);
    return () => {
      over = true;
      document.removeEventListener('visibilitychange', ask);
      void lock?.release();
    };
  }, [awake]);
}
