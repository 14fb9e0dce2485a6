import { useQuery } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useEffect } from 'react';
import { api } from '../api/client.ts';
import { HANDED_OUT } from '../download.ts';
import { useDesign } from '../store/design.ts';
import { Button } from '../ui/Button.tsx';

const LOOK_AGAIN = 30_000;

/**
 * That another window or a phone has saved since this one last read: on the screen and on paper, as what is shown, printed and
 * exported here is older then. Asked again now and then, when one comes back, and as something is printed or exported.
 */
export function Elsewhere({ id }: { id: string }) {
  const saved = useDesign(s => (s.state === 'saved' && s.id === id ? s.saved : null));
  const { data, refetch } = useQuery({
    queryKey: ['standing', id],
    queryFn: async () => (await api.conversions()).find(c => c.id === id) ?? null,
    staleTime: 0,
    refetchInterval: LOOK_AGAIN,
    refetchOnWindowFocus: 'always',
    retry: false,
  });
  useEffect(() => {
    const look = () => void refetch();
    addEventListener('beforeprint', look);
    addEventListener(HANDED_OUT, look);
    return () => {
      removeEventListener('beforeprint', look);
      removeEventListener(HANDED_OUT, look);
    };
  }, [refetch]);
  if (!saved || !data || data.revision <= saved.revision) return null;
  return (
    <p
      role="alert"
      className="flex items-center gap-3 border-b border-rule bg-ticket px-5 py-1.5 font-medium text-signal"
    >
      <span className="grow">
        Another window or a phone saved this conversion at {format(new Date(data.savedAt), 'HH:mm')}, after
        this window last read it. What stands here, and what is printed or exported from here, is older.
      </span>
      <Button small className="no-print" onClick={() => location.reload()}>
        Read it again
      </Button>
    </p>
  );
}
