import { notifyManager, QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { STAGES } from '../bench/stages.ts';
import { ErrorPage } from './ErrorPage.tsx';
import { Bench, LinkPage, PLACES, STAGE_SCREENS } from './places.tsx';
import { Shell } from './Shell.tsx';

// What was just set is shown in the same frame: a checked box must not flicker back for a moment.
notifyManager.setScheduler(queueMicrotask);

const queries = new QueryClient({
  defaultOptions: { queries: { networkMode: 'always', retry: false, refetchOnWindowFocus: false } },
});

const router = createBrowserRouter([
  {
    path: '/',
    element: <Shell />,
    errorElement: <ErrorPage />,
    children: [
      ...PLACES.map(({ path, deep, element }) => ({ path: deep ? `${path}/*` : path, element })),
      {
        path: 'bench/:id',
        element: Bench.element,
        children: [
          { index: true, element: <Navigate to="write" replace /> },
          ...STAGES.map(({ to }) => ({ path: to, element: STAGE_SCREENS[to].element })),
        ],
      },
      { path: 'link', element: LinkPage.element },
      { path: '*', element: <Navigate to="/" replace /> },
    ],
  },
]);

export function App() {
  return (
    <QueryClientProvider client={queries}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  );
}
