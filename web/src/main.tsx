import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router/dom';
import { router } from './routes.tsx';
import { usePreferences } from './store/preferences.ts';
import './styles.css';

const client = new QueryClient({ defaultOptions: { queries: { staleTime: 10_000, retry: 1 } } });
const paintTheme = () => {
  document.documentElement.dataset.theme = usePreferences.getState().theme;
};
paintTheme();
usePreferences.subscribe(paintTheme);

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  </StrictMode>,
);
