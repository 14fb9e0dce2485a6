import { useQueries } from '@tanstack/react-query';
import { useEffect } from 'react';
import { useDesign } from '../store/design.ts';
import { documentOf, useDocuments } from '../store/documents.ts';
import { useOpenDesign } from '../store/openDesign.ts';
import { usePays } from '../store/pays.ts';
import { documentQuery } from './useDocument.ts';
import { useWorkshopRead } from './useWorkshopRead.ts';

const USUAL = {};

/** Reads what was settled about cutting every variant, and what is at hand: what is to pay rests on both, in every view. */
export function useCutListsRead(): void {
  useWorkshopRead();
  const id = useDesign(s => s.id) ?? '';
  const { variants } = useOpenDesign();
  useQueries({ queries: variants.map(v => documentQuery(id, 'cut-list', v.id)) });
  const held = useDocuments(s => s.held);
  useEffect(() => {
    usePays.setState(({ lists: before, version }) => {
      const lists = Object.fromEntries(
        variants.flatMap(v => {
          const list = documentOf(held, { id, kind: 'cut-list', key: v.id });
          if (list === undefined) return [];
          const now = list ?? USUAL;
          // A list that holds the same stays the same object.
          const was = before[v.id];
          return [[v.id, was && JSON.stringify(was) === JSON.stringify(now) ? was : now]];
        }),
      );
      const same =
        Object.keys(lists).length === Object.keys(before).length &&
        Object.entries(lists).every(([key, list]) => before[key] === list);
      return same ? {} : { lists, version: version + 1 };
    });
  }, [held, id, variants]);
}
