/**
 * Ready mix for a film on an area: area × film × coats / (solids × transfer efficiency).
 * In the trade's form, litres = m² × µm × coats / (10 · VS% · TE). Source: the usual coverage rule of coatings
 * data sheets (coverage m²/L = 10 · VS% / µm).
 * @param areaCm2 cm²; @param filmUm dry, µm; @param solids volume solids ready to spray, fraction; @param te fraction
 * @returns mL
 */
export const readyMixMl = (areaCm2: number, filmUm: number, coats: number, solids: number, te: number): number =>
  (areaCm2 * 1e-4 * filmUm * coats) / (solids * te);
