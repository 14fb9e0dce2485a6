import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { keys } from '../api/queries.ts';
import { onChange } from '../store/feed.ts';

/** Reads the lists of conversions and of own materials again when another window or a phone has changed them. */
export function useListsFeed(): void {
  const client = useQueryClient();
  useEffect(
    () =>
      onChange(change => {
        const { what } = change;
        if (what === 'library' || what === 'anything')
          void client.invalidateQueries({ queryKey: keys.library });
        if (
          what === 'conversions' ||
          (what === 'document' && change.kind === 'design') ||
          what === 'anything'
        )
          void client.invalidateQueries({ queryKey: keys.conversions });
      }),
    [client],
  );
}
