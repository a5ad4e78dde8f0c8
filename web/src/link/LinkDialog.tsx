import { writeLink } from '@stride/core/formats';
import { useQuery } from '@tanstack/react-query';
import { Copy } from 'lucide-react';
import { useId, useMemo } from 'react';
import { Button } from '../ui/Button.tsx';
import { Field } from '../ui/Field.tsx';
import { Modal } from '../ui/Modal.tsx';
import { toast } from '../ui/toasts.ts';

interface LinkDialogProps {
  readonly what: Parameters<typeof writeLink>[0];
  readonly onClose: () => void;
}

/** What a drawing of squares can hold at the least dense that a phone reads well, in characters. */
const MOST_DRAWN = 1400;

/** One rhythm, or one set-up, as a link and as a drawing that a phone reads. */
export default function LinkDialog({ what, onClose }: LinkDialogProps) {
  const id = useId();
  const address = useMemo(() => {
    const carried = writeLink(what);
    return carried === undefined ? undefined : `${location.origin}/link#${carried}`;
  }, [what]);
  const drawn = useQuery({
    queryKey: ['link', address],
    enabled: address !== undefined && address.length <= MOST_DRAWN,
    queryFn: async () => {
      const { toDataURL } = await import('qrcode');
      return toDataURL(address ?? '', { margin: 2, width: 600, errorCorrectionLevel: 'L' });
    },
  });
  const copy = () => {
    navigator.clipboard
      ?.writeText(address ?? '')
      .then(() => toast('The link is copied.'))
      .catch(() => toast('The browser does not let the page copy: choose the link and copy it.'));
  };
  return (
    <Modal title="As a link" open onOpenChange={(open) => !open && onClose()}>
      {address === undefined ? (
        <p className="mt-3 text-lg">
          It is too long for a link, which holds eight thousand characters: take it away as a file.
        </p>
      ) : (
        <div className="mt-3 flex flex-wrap gap-6">
          <div className="min-w-0 flex-1 basis-72">
            <label htmlFor={id} className="flex flex-col gap-1 text-sm text-quiet">
              All of it is in the link itself; nothing of it is sent to a server
              <Field
                id={id}
                readOnly
                value={address}
                className="font-mono"
                onFocus={(event) => event.target.select()}
              />
            </label>
            <p className="mt-2 flex flex-wrap items-center gap-3">
              <Button look="go" onClick={copy}>
                <Copy aria-hidden size={16} /> Copy the link
              </Button>
              <span className="text-quiet">{address.length} characters</span>
            </p>
            <p className="mt-2 text-quiet">
              Whoever opens it sees it first, and takes it in or leaves it.
              {/^(localhost|127\.)/.test(location.hostname)
                ? ' This address leads to the program on this machine: another machine must have the program at the same address, or be in the local network (npm start -- --lan).'
                : ''}
            </p>
          </div>
          {drawn.data ? (
            <img
              src={drawn.data}
              width={300}
              height={300}
              alt="The link as a QR code, to be read by a phone"
              className="rounded-lg"
            />
          ) : address.length > MOST_DRAWN ? (
            <p className="max-w-60 text-quiet">
              It is too long for a QR code that a phone reads well.
            </p>
          ) : null}
        </div>
      )}
    </Modal>
  );
}
