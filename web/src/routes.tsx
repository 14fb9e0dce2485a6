import { createBrowserRouter } from 'react-router';
import { Failure } from './frame/Failure.tsx';
import { Frame } from './frame/Frame.tsx';
import { VIEWS } from './views/index.ts';

/** One route a view; each view's code is fetched when it is first opened. */
export const router = createBrowserRouter([
  {
    element: <Frame />,
    ErrorBoundary: Failure,
    HydrateFallback: () => null,
    children: [
      { index: true, lazy: () => import('./views/conversions/ConversionsPage.tsx') },
      {
        path: 'c/:id',
        lazy: () => import('./frame/ConversionLayout.tsx'),
        ErrorBoundary: Failure,
        children: Object.entries(VIEWS).map(([path, view]) => ({
          path,
          lazy: async () => {
            const [{ Component }, { ViewFailure }] = await Promise.all([
              view.load(),
              import('./frame/ViewFailure.tsx'),
            ]);
            return { Component, ErrorBoundary: ViewFailure };
          },
        })),
      },
      { path: '*', lazy: () => import('./frame/NowherePage.tsx') },
    ],
  },
]);
