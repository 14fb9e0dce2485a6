import { Hammer, Moon, Redo2, Ruler, Sun, Undo2 } from 'lucide-react';
import { useDesign } from '../store/design.ts';
import { useOpenDesign } from '../store/openDesign.ts';
import { usePreferences } from '../store/preferences.ts';
import type { SavedState } from '../store/synced/state.ts';
import { Button } from '../ui/Button.tsx';
import { TabList } from '../ui/TabList.tsx';
import { SaveNote } from './SaveNote.tsx';
import { undo } from './undo.ts';
import { VariantMenu } from './VariantMenu.tsx';

/** Name, variants as tickets, undo, save state, units and light. */
export function TopBar() {
  const design = useOpenDesign();
  const { saved, travel, chooseVariant, variantId } = useDesign();
  const { units, setUnits, theme, setTheme } = usePreferences();
  return (
    <header className="no-print flex flex-wrap items-center gap-2 border-b border-rule bg-table px-5 py-2">
      <h1 className="mr-2 text-[22px]">{design.name}</h1>
      <VariantTabs design={design} chooseVariant={chooseVariant} variantId={variantId} />
      <VariantMenu />
      <div className="ml-auto flex items-center gap-1">
        <SaveNote />
        <UndoRedo saved={saved} travel={travel} />
        <Button
          look="quiet"
          small
          onClick={() => setUnits(units === 'metric' ? 'imperial' : 'metric')}
          title="Change units"
        >
          <Ruler size={16} aria-hidden /> {units === 'metric' ? 'mm' : 'inches'}
        </Button>
        <Button
          look="quiet"
          small
          aria-label={theme === 'dark' ? 'Light' : 'Dark'}
          onClick={() => setTheme(theme === 'dark' ? 'light' : 'dark')}
        >
          {theme === 'dark' ? <Sun size={16} /> : <Moon size={16} />}
        </Button>
      </div>
    </header>
  );
}

function UndoRedo({
  saved,
  travel,
}: {
  saved: SavedState | null;
  travel: (way: 'undo' | 'redo') => Promise<void>;
}) {
  return (
    <>
      <Button
        look="quiet"
        small
        disabled={!saved?.undo}
        onClick={undo}
        title={saved?.undo ? `Undo: ${saved.undo} (Ctrl+Z)` : 'Nothing to undo'}
      >
        <Undo2 size={16} aria-hidden /> undo
        {saved?.undo && (
          <span className="max-w-24 truncate font-normal text-faint max-lg:hidden 2xl:max-w-60">
            {saved.undo}
          </span>
        )}
      </Button>
      <Button
        look="quiet"
        small
        disabled={!saved?.redo}
        onClick={() => void travel('redo')}
        title={saved?.redo ? `Redo: ${saved.redo} (Ctrl+Shift+Z)` : 'Nothing to redo'}
      >
        <Redo2 size={16} aria-hidden /> redo
      </Button>
    </>
  );
}

function VariantTabs({
  design,
  chooseVariant,
  variantId,
}: {
  design: ReturnType<typeof useOpenDesign>;
  chooseVariant: (id: string) => void;
  variantId: string | null;
}) {
  return (
    <TabList
      label="Variants"
      className="flex flex-wrap gap-1.5"
      value={variantId}
      onChange={chooseVariant}
      look={chosen =>
        `flex min-h-8 max-w-56 items-center gap-1.5 rounded-[4px] border px-3 font-sign text-[15px] font-semibold ${chosen ? 'border-slate bg-slate text-on-slate' : 'border-rule bg-ticket hover:border-ink'}`
      }
      tabs={design.variants.map((v, i) => ({
        key: v.id,
        title: v.id === design.built ? 'The one being built' : undefined,
        name: (
          <>
            {v.id === design.built && design.variants.length > 1 && (
              <Hammer size={14} className="shrink-0" aria-label="being built" />
            )}
            <span className="truncate">
              {String.fromCharCode(65 + i)} · {v.name}
            </span>
          </>
        ),
      }))}
    />
  );
}
