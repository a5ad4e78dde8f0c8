import { useRouteError } from 'react-router';

/** What is shown where the program itself failed: what happened, and the ways on. */
export function ErrorPage() {
  const error = useRouteError();
  const reason = error instanceof Error ? error.message : String(error);
  return (
    <main className="mx-auto max-w-xl p-8">
      <h1 className="text-2xl">The program stumbled</h1>
      <p className="mt-3">
        Your rhythms are kept in this browser and are not touched by this. Reload the page, or go to
        the Shelf.
      </p>
      <p className="mt-3 font-mono text-sm text-quiet">{reason}</p>
      <p className="mt-5 flex gap-4">
        <a className="underline" href={window.location.href}>
          Reload
        </a>
        <a className="underline" href="/">
          Shelf
        </a>
      </p>
    </main>
  );
}
