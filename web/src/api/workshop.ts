import { useQuery } from '@tanstack/react-query';
import { useWorkshop } from '../store/workshop.ts';

/** Keeps the workshop's log read while a view that goes by it is open, and read again when one comes back to it. */
export function useWorkshopRead(): boolean {
  const { isError } = useQuery({
    queryKey: ['workshop'],
    queryFn: async () => {
      await useWorkshop.getState().load();
      return true;
    },
  });
  return isError;
}
