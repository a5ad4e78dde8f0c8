import { Notice } from '../ui/Notice.tsx';

/** Where the log cannot be read. */
export function NotRead() {
  return (
    <Notice>
      The log could not be read. Reload the page; what is kept in this browser stays there.
    </Notice>
  );
}
