import { Stop } from './Stop.tsx';

/** The first stop, which every page has. */
export const Conversions = ({ mark = '', says }: { mark?: string; says: string }) => (
  <Stop to="/" name="Conversions" mark={mark} says={says} end />
);
