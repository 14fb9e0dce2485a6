import { useQuery } from '@tanstack/react-query';
import { useWorkshop } from '../store/workshop.ts';

/** What reads the workshop's log. */
export const workshopQuery = {
  queryKey: ['workshop'],
  queryFn: async () => {
    await useWorkshop.getState().load();
    return true;
  },
};

/** Keeps the workshop's log read while a view that goes by it is open, and read again when one comes back to it. */
export const useWorkshopRead = (): boolean => useQuery(workshopQuery).isError;
