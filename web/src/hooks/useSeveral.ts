import type { CutList, Design } from '@overcoat/core/model';
import { choicesOf } from '@overcoat/core/order/pieces';
import type { VanAsked } from '@overcoat/core/order/pipeline';
import { useQueries } from '@tanstack/react-query';
import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { api } from '../api/client.ts';
import { useDesign } from '../store/design.ts';
import { builtOf, useOpenDesign, useVariant } from '../store/openDesign.ts';
import { useWorkshop } from '../store/workshop.ts';
import { useCutList } from './useCutList.ts';
import { useJob } from './useJob.ts';

/** Sheets for several vans are searched so long, s. */
const SECONDS = 6;

/** Another van that is bought for, in one of its variants by name; the one being built when left out. */
export interface OtherVan {
  id: string;
  variant?: string;
}

/** The other vans as the address names them, so that a shop trip is for the same. */
export function useOthers(): [OtherVan[], (others: OtherVan[]) => void] {
  const [params, setParams] = useSearchParams();
  const named = params.getAll('with').join('\n');
  const others = useMemo(
    () =>
      named.split('\n').flatMap((one): OtherVan[] => {
        const [id, ...variant] = one.split(' ');
        if (!id) return [];
        return [variant.length > 0 ? { id, variant: variant.join(' ') } : { id }];
      }),
    [named],
  );
  const put = (next: OtherVan[]) =>
    setParams(
      now => {
        now.delete('with');
        for (const o of next) now.append('with', o.variant ? `${o.id} ${o.variant}` : o.id);
        return now;
      },
      { replace: true, flushSync: true },
    );
  return [others, put];
}

interface Loaded {
  id: string;
  design: Design;
  variant: Design['variants'][number];
  list: CutList | null;
}

async function load({ id, variant }: OtherVan): Promise<Loaded> {
  const { design } = await api.read(id);
  const own = design.variants.find(v => v.name === variant) ?? builtOf(design);
  const { document } = await api.document({ id, kind: 'cut-list', key: own.id });
  return { id, design, variant: own, list: document as CutList | null };
}

/** What the open van takes together with others: null while they are fetched or reckoned, and where there are none. */
export function useSeveral(others: readonly OtherVan[], auto: boolean) {
  const id = useDesign(s => s.id) ?? '';
  const design = useOpenDesign();
  const variant = useVariant();
  const { list, ready } = useCutList();
  const { rests, ready: shelf } = useWorkshop();
  const loaded = useQueries({
    queries: others.map(o => ({
      queryKey: ['other-van', o.id, o.variant ?? ''],
      queryFn: () => load(o),
      enabled: auto,
    })),
    combine: all => ({
      vans: all.flatMap(q => q.data ?? []),
      failed: all.find(q => q.error)?.error?.message ?? null,
    }),
  });
  const vans = useMemo(
    () => named([{ id, design, variant, list: { ...EMPTY, ...list } }, ...loaded.vans]),
    [id, design, variant, list, loaded.vans],
  );
  const ask = useMemo(() => ({ vans, offcuts: rests, seconds: SECONDS }), [vans, rests]);
  const all = others.length > 0 && loaded.vans.length === others.length;
  const job = useJob('several', variant.id, ask, auto && all && ready && shelf);
  return {
    answer: all && !job.stale ? job.answer : null,
    running: job.running,
    failed: loaded.failed ?? job.failed,
  };
}

const EMPTY: CutList = { format: 1, name: 'nothing settled', pins: [] };

/** Each van under its name, told apart where two have the same. */
function named(vans: readonly Loaded[]): VanAsked[] {
  const names = new Set<string>();
  return vans.map(({ id, design: { name: own, shell, ready }, variant, list }) => {
    let name = own.replaceAll(':', ' ');
    for (let n = 2; names.has(name); n++) name = `${own.replaceAll(':', ' ')} ${n}`;
    names.add(name);
    return {
      id,
      name,
      shell,
      ready,
      placement: variant.design,
      choices: choicesOf(list ?? EMPTY),
      chosen: list?.holding ?? [],
    };
  });
}
