import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { DEVICE_KEY } from '../audio/midi-device-key.ts';
import { onDevice } from '../ui/browser-storage.ts';
import { toast } from '../ui/toasts.ts';
import { useLatest } from '../ui/use-latest.ts';
import { give, giveText, MOST_FILES } from './given.ts';

/** What some browsers hand to an installed program that the system opens files with. */
interface LaunchQueue {
  setConsumer(take: (given: { readonly files?: readonly FileSystemFileHandle[] }) => void): void;
}

/** A text that is a whole file, and not a piece of a line or a word for a field. */
const WHOLE_TEXT = /^\s*(rhythm |form |\{\s*"format"\s*:\s*"humble-stride"|<\?xml|<score-)/;

/** Files that are dropped on any screen, pasted, or opened by the system: all come to the same look. */
export default function Arrivals() {
  const navigate = useNavigate();
  const arrive = useLatest((files: readonly File[]) => {
    if (files.length === 0) return;
    const over = give(files);
    if (over > 0) toast(`${MOST_FILES} files are looked at together; ${over} were left.`);
    navigate('/bring');
  });
  const arriveText = useLatest((text: string) => {
    giveText(text);
    navigate('/bring');
  });
  useEffect(() => {
    // A device that played along on the last visit does so again; where it is not there, nothing is said.
    if (onDevice.get(DEVICE_KEY) === undefined) return;
    import('../audio/midi-device.ts')
      .then(({ playAlongAgain }) => playAlongAgain())
      .catch(() => undefined);
  }, []);
  useEffect(() => {
    const over = (event: DragEvent) => {
      if (!event.dataTransfer?.types.includes('Files')) return;
      event.preventDefault();
      event.dataTransfer.dropEffect = 'copy';
    };
    const drop = (event: DragEvent) => {
      const files = [...(event.dataTransfer?.files ?? [])];
      if (event.defaultPrevented || files.length === 0) return;
      event.preventDefault();
      arrive.current(files);
    };
    const paste = (event: ClipboardEvent) => {
      const { target, clipboardData } = event;
      if (event.defaultPrevented || isTypedInto(target)) return;
      const files = [...(clipboardData?.files ?? [])];
      const text = clipboardData?.getData('text/plain') ?? '';
      if (files.length > 0) arrive.current(files);
      else if (WHOLE_TEXT.test(text)) arriveText.current(text);
      else return;
      event.preventDefault();
    };
    window.addEventListener('dragover', over);
    window.addEventListener('drop', drop);
    window.addEventListener('paste', paste);
    const { launchQueue } = window as { launchQueue?: LaunchQueue };
    launchQueue?.setConsumer(({ files = [] }) => {
      Promise.all(files.map((one) => one.getFile())).then(
        (opened) => arrive.current(opened),
        () => toast('The file that was to be opened could not be read. Bring it in by the button.'),
      );
    });
    return () => {
      window.removeEventListener('dragover', over);
      window.removeEventListener('drop', drop);
      window.removeEventListener('paste', paste);
    };
  }, [arrive, arriveText]);
  return null;
}

/** Whether a text that is pasted belongs to what has the focus. */
function isTypedInto(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable ||
      target.closest('input, textarea, select, [contenteditable]') !== null)
  );
}
