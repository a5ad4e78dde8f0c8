import { notifyManager, QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { lazy } from 'react';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { Shelf } from '../shelf/Shelf.tsx';
import { ErrorPage } from './ErrorPage.tsx';
import { Shell } from './Shell.tsx';

const Crossing = lazy(async () => ({
  default: (await import('../crossing/Crossing.tsx')).Crossing,
}));
const Landing = lazy(async () => ({
  default: (await import('../landing/Landing.tsx')).Landing,
}));
const Guide = lazy(async () => ({ default: (await import('../guide/Guide.tsx')).Guide }));
const Bench = lazy(async () => ({ default: (await import('../bench/Bench.tsx')).Bench }));
const LastBench = lazy(async () => ({
  default: (await import('../bench/LastBench.tsx')).LastBench,
}));
const Frame = lazy(async () => ({ default: (await import('../frame/Frame.tsx')).Frame }));
const Write = lazy(async () => ({ default: (await import('../write/Write.tsx')).Write }));
const Read = lazy(async () => ({ default: (await import('../read/Read.tsx')).Read }));
const Sheet = lazy(async () => ({ default: (await import('../sheet/Sheet.tsx')).Sheet }));
const Climb = lazy(async () => ({ default: (await import('../climb/Climb.tsx')).Climb }));

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
      { index: true, element: <Shelf /> },
      { path: 'bench', element: <LastBench /> },
      {
        path: 'bench/:id',
        element: <Bench />,
        children: [
          { index: true, element: <Navigate to="write" replace /> },
          { path: 'frame', element: <Frame /> },
          { path: 'write', element: <Write /> },
          { path: 'read', element: <Read /> },
          { path: 'climb', element: <Climb /> },
          { path: 'sheet', element: <Sheet /> },
        ],
      },
      { path: 'crossing', element: <Crossing /> },
      { path: 'landing', element: <Landing /> },
      { path: 'guide', element: <Guide /> },
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
