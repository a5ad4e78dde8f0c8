import { useLocation } from 'react-router';
import { Head, LOG_PAGES } from './Head.tsx';

/** What stands in the place of a page of the Log while the made-up one is being made. */
export function MakingDemo() {
  const { pathname } = useLocation();
  const page = LOG_PAGES.find(({ to }) => to === pathname);
  return (
    <>
      <Head title={page?.label ?? 'Log'} />
      <p role="status" className="p-6 text-quiet">
        Playing eight weeks of a made-up log, to have something to look at …
      </p>
    </>
  );
}
