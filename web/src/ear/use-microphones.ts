import { useEffect, useState } from 'react';

/** A microphone that can be chosen; the browser names them once the page may listen. */
export interface Microphone {
  readonly id: string;
  readonly name: string;
}

/** The microphones there are, while they are asked for. */
export function useMicrophones(wanted: boolean): readonly Microphone[] {
  const [found, setFound] = useState<readonly Microphone[]>([]);
  useEffect(() => {
    const devices = navigator.mediaDevices;
    if (!wanted || !devices) return;
    let current = true;
    const look = () => {
      devices.enumerateDevices().then(
        (all) => {
          if (!current) return;
          setFound(
            all
              .filter(({ kind, deviceId }) => kind === 'audioinput' && deviceId !== '')
              .map(({ deviceId, label }, at) => ({
                id: deviceId,
                name: label || `microphone ${at + 1}`,
              })),
          );
        },
        // A browser that does not list them has its own one.
        () => undefined,
      );
    };
    look();
    devices.addEventListener('devicechange', look);
    return () => {
      current = false;
      devices.removeEventListener('devicechange', look);
    };
  }, [wanted]);
  return found;
}
