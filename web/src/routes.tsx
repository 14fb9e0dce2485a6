import { createBrowserRouter } from 'react-router';
import { Failure } from './frame/Failure.tsx';
import { Frame } from './frame/Frame.tsx';

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
        children: [
          { path: 'survey', lazy: () => import('./views/survey/SurveyPage.tsx') },
          { path: 'round', lazy: () => import('./views/survey/RoundPage.tsx') },
          { path: 'form', lazy: () => import('./views/survey/FormPage.tsx') },
          { path: 'brief', lazy: () => import('./views/brief/BriefPage.tsx') },
          { path: 'build-ups', lazy: () => import('./views/build-ups/BuildUpsPage.tsx') },
          { path: 'cold-and-damp', lazy: () => import('./views/damp/DampPage.tsx') },
          { path: 'sound', lazy: () => import('./views/sound/SoundPage.tsx') },
          { path: 'sheet-plan', lazy: () => import('./views/sound/SheetPlanPage.tsx') },
          { path: 'compare', lazy: () => import('./views/compare/ComparePage.tsx') },
          { path: 'disputes', lazy: () => import('./views/disputes/DisputesPage.tsx') },
          { path: 'cut-and-buy', lazy: () => import('./views/cut-and-buy/CutAndBuyPage.tsx') },
          { path: 'shop-trip', lazy: () => import('./views/shop-trip/ShopTripPage.tsx') },
          { path: 'materials', lazy: () => import('./views/materials/MaterialsPage.tsx') },
        ],
      },
      { path: '*', lazy: () => import('./frame/NowherePage.tsx') },
    ],
  },
]);
