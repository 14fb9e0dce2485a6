import type { CURRENCIES } from '@overcoat/core/model/lists';
import type { Seen } from '@overcoat/core/survey/layout';
import type { UnitSystem } from '@overcoat/core/units';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';

interface Preferences {
  units: UnitSystem;
  theme: 'light' | 'dark';
  /** Who notes things on this device, if said. */
  by: string;
  /** What money is counted in. */
  currency: (typeof CURRENCIES)[number];
  /** From which side the sheet is seen. */
  seen: Seen;
  /** The shop of the last trip; empty for every shop, null before the first. */
  shop: string | null;
  setUnits(units: UnitSystem): void;
  setTheme(theme: 'light' | 'dark'): void;
  setCurrency(currency: (typeof CURRENCIES)[number]): void;
  setBy(by: string): void;
  setSeen(seen: Seen): void;
  setShop(shop: string): void;
}

/** What belongs to this device, not to a design. */
export const usePreferences = create<Preferences>()(
  persist(
    set => ({
      units: 'metric',
      theme: globalThis.matchMedia?.('(prefers-color-scheme: dark)').matches ? 'dark' : 'light',
      by: '',
      currency: 'GBP',
      seen: 'inside',
      shop: null,
      setUnits: units => set({ units }),
      setTheme: theme => set({ theme }),
      setCurrency: currency => set({ currency }),
      setBy: by => set({ by }),
      setSeen: seen => set({ seen }),
      setShop: shop => set({ shop }),
    }),
    { name: 'overcoat-preferences' },
  ),
);

export const useUnits = (): UnitSystem => usePreferences(s => s.units);
