declare module 'psychrolib' {
  const psychrolib: {
    SI: number;
    SetUnitSystem(system: number): void;
    GetTDewPointFromRelHum(tempC: number, rh: number): number;
  };
  export default psychrolib;
}
