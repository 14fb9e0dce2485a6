declare module 'psychrolib' {
  const psychrolib: {
    SI: number;
    SetUnitSystem(system: number): void;
    GetSatVapPres(t: number): number;
    GetTDewPointFromVapPres(t: number, p: number): number;
  };
  export default psychrolib;
}
