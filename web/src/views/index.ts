/** Every view of a conversion by its address; its code is fetched when it is first opened, or when there is time. */
export const VIEWS = {
  survey: () => import('./survey/SurveyPage.tsx'),
  round: () => import('./survey/RoundPage.tsx'),
  form: () => import('./survey/FormPage.tsx'),
  brief: () => import('./brief/BriefPage.tsx'),
  'build-ups': () => import('./build-ups/BuildUpsPage.tsx'),
  'cold-and-damp': () => import('./damp/DampPage.tsx'),
  sound: () => import('./sound/SoundPage.tsx'),
  'sheet-plan': () => import('./sound/SheetPlanPage.tsx'),
  compare: () => import('./compare/ComparePage.tsx'),
  disputes: () => import('./disputes/DisputesPage.tsx'),
  'cut-and-buy': () => import('./cut-and-buy/CutAndBuyPage.tsx'),
  'shop-trip': () => import('./shop-trip/ShopTripPage.tsx'),
  materials: () => import('./materials/MaterialsPage.tsx'),
} as const;
