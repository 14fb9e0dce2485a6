import type { CompareSettings } from '../index.ts';
import type { DocumentKind } from './documentKind.ts';

/** What is asked of the best choice for a variant. */
export const compareKind: DocumentKind<CompareSettings> = {
  called: 'list of wishes for the best choice',
  per: 'variant',
  steps: [],
  travels: true,
  clash: 'later',
  begun: settings => settings,
  follow(settings, moved) {
    if (!settings.locked.some(z => moved.has(z))) return settings;
    const locked = settings.locked.flatMap(z => (moved.has(z) ? (moved.get(z) ?? []) : z));
    return { ...settings, locked };
  },
};
