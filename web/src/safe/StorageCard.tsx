import { useQuery, useQueryClient } from '@tanstack/react-query';
import { storageSentence } from '../store/rhythms.ts';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { toast } from '../ui/toasts.ts';
import { askLibrary } from './ask-library.ts';
import { sayBytes } from './bytes.ts';
import { askLasting, type Lasting, lastingNow } from './lasting.ts';

const MEANING: Readonly<Record<Lasting, string>> = {
  lasting:
    'The browser has agreed to keep it: it is cleared only where you clear the data of this page yourself.',
  'may go':
    'The browser may clear it when the device runs out of room, and some do after weeks without a visit.',
  refused:
    'The browser was asked to keep it, and has not agreed: it may clear it when the device runs out of room. Browsers agree more readily once a page is installed or often used. Until then a backup is what keeps your work.',
  unknown:
    'This browser does not say whether it keeps it when the device runs out of room: a backup does.',
};

/** Where the library lies, whether it lasts, and what takes how much room. */
export function StorageCard() {
  const client = useQueryClient();
  const lasting = useQuery({ queryKey: ['lasting'], queryFn: lastingNow });
  const sizes = useQuery({
    queryKey: ['sizes'],
    gcTime: 0,
    queryFn: () => askLibrary((api) => api.sizes()),
  });
  const room = useQuery({
    queryKey: ['room'],
    gcTime: 0,
    queryFn: async () => (await navigator.storage?.estimate?.()) ?? {},
  });
  const most = Math.max(1, ...(sizes.data ?? []).map(({ bytes }) => bytes));
  const ask = () => {
    askLasting().then(
      (answer) => client.setQueryData(['lasting'], answer),
      (error: unknown) => toast(storageSentence(error)),
    );
  };
  return (
    <Card aria-label="In this browser" className="flex flex-col gap-3 px-[18px] py-4">
      <h2 className="text-xl">In this browser</h2>
      <p>
        Everything you write stays on this device, in this browser; nothing is sent anywhere.{' '}
        {MEANING[lasting.data ?? 'unknown']}
      </p>
      {lasting.data === 'may go' || lasting.data === 'refused' ? (
        <p>
          <Button onClick={ask}>
            {lasting.data === 'refused' ? 'Ask it again' : 'Ask the browser to keep it'}
          </Button>
        </p>
      ) : null}
      {sizes.isError ? <p>{storageSentence(sizes.error)}</p> : null}
      {sizes.isPending ? <p className="text-quiet">Measuring …</p> : null}
      {sizes.data ? (
        <table className="w-full text-note">
          <caption className="sr-only">What takes how much room</caption>
          <thead className="text-left text-sm text-quiet">
            <tr>
              <th className="font-normal">What</th>
              <td className="max-sm:hidden" />
              <th className="text-right font-normal">How many</th>
              <th className="text-right font-normal">Room</th>
            </tr>
          </thead>
          <tbody>
            {sizes.data.map(({ what, count, bytes }) => (
              <tr key={what}>
                <th scope="row" className="py-1 pr-3 text-left font-normal">
                  {what}
                </th>
                <td className="w-1/3 max-sm:hidden">
                  <span
                    aria-hidden
                    className="block h-2.5 rounded-full bg-mark"
                    style={{ width: `${Math.max(1, (bytes / most) * 100)}%` }}
                  />
                </td>
                <td className="pl-3 text-right text-quiet tabular-nums">{count}</td>
                <td className="pl-3 text-right whitespace-nowrap tabular-nums">
                  {sayBytes(bytes)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : null}
      {room.data?.usage !== undefined && room.data.quota ? (
        <p className="text-sm text-quiet">
          The browser counts {sayBytes(room.data.usage)} with the program and its indexes, of{' '}
          {sayBytes(room.data.quota)} that it would give.
        </p>
      ) : null}
    </Card>
  );
}
