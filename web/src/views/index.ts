import type { ComponentType } from 'react';

/** A view of a conversion. */
interface View {
  /** What the rail calls it; left out where a stage of the work opens it. */
  stage?: string;
  /** Its code is fetched when it is first opened, or when there is time. */
  load(): Promise<{ Component: ComponentType }>;
}

/** Every view of a conversion by its address, stages of the work in their order: routes, the rail, what is fetched ahead and what is looked through for accessibility follow. */
export const VIEWS = {
  survey: { stage: 'Survey', load: () => import('./survey/SurveyPage.tsx') },
  round: { load: () => import('./survey/round/RoundPage.tsx') },
  form: { load: () => import('./survey/files/FormPage.tsx') },
  brief: { stage: 'Brief', load: () => import('./brief/BriefPage.tsx') },
  'build-ups': { stage: 'Build-ups', load: () => import('./build-ups/BuildUpsPage.tsx') },
  'cold-and-damp': { stage: 'Cold & damp', load: () => import('./damp/DampPage.tsx') },
  sound: { stage: 'Sound', load: () => import('./sound/SoundPage.tsx') },
  'sheet-plan': { load: () => import('./sound/SheetPlanPage.tsx') },
  compare: { stage: 'Compare', load: () => import('./compare/ComparePage.tsx') },
  disputes: { load: () => import('./disputes/DisputesPage.tsx') },
  'cut-and-buy': { stage: 'Cut & buy', load: () => import('./cut-and-buy/CutAndBuyPage.tsx') },
  'shop-trip': { load: () => import('./shop-trip/ShopTripPage.tsx') },
  materials: { stage: 'Materials', load: () => import('./materials/MaterialsPage.tsx') },
} as const satisfies Record<string, View>;

type Views = typeof VIEWS;
/** Views that are a stage of the work. */
export type Stage = { [V in keyof Views]: Views[V] extends { stage: string } ? V : never }[keyof Views];
