import type { ProductFamily, SubstrateKind } from '@/core';

/** Colours by what they mean. `do`: act. `window`: something closes. `stop`: not now. The rest is paper and ink. */
export interface Palette {
  paper: string;
  surface: string;
  sunk: string;
  ink: string;
  muted: string;
  line: string;
  do: string;
  onDo: string;
  window: string;
  stop: string;
  good: string;
  dark: boolean;
}

export const LIGHT: Palette = {
  paper: '#efebe2',
  surface: '#fbf9f4',
  sunk: '#e4decf',
  ink: '#1e2326',
  muted: '#545d60',
  line: '#cfc7b4',
  do: '#0d5c61',
  onDo: '#ffffff',
  window: '#845500',
  stop: '#9d3221',
  good: '#2f6338',
  dark: false,
};

export const DARK: Palette = {
  paper: '#15191b',
  surface: '#1e2427',
  sunk: '#0f1214',
  ink: '#ece8df',
  muted: '#a3acaf',
  line: '#363f43',
  do: '#5cc0b6',
  onDo: '#08201f',
  window: '#f2bf4b',
  stop: '#f0907a',
  good: '#8fce97',
  dark: true,
};

export const BODY = 'Barlow, system-ui, sans-serif';
export const HEAD = '"Barlow Condensed", "Arial Narrow", sans-serif';

/** Space between things, in steps of 4. */
export const gap = (n: number): number => n * 4;
/** From this width on, list and detail stand side by side. */
export const WIDE = 900;
/** A target for a thumb, and for a thumb in a glove. */
export const TARGET = 48;
export const GLOVE = 56;

/** What a family looks like in the column: fill, and the texture over it, so that it reads in grey too. */
export interface Fill {
  colour: string;
  texture: 'plain' | 'weave' | 'grain' | 'fibre' | 'dots' | 'flake' | 'brushed' | 'stripe' | 'bars' | 'cross' | 'chips';
  /** Colour of the texture's marks. */
  mark: string;
}

export const FAMILY_FILL: Record<ProductFamily, Fill> = {
  oldCoating: { colour: '#b9a48a', texture: 'chips', mark: '#7d6a52' },
  electrocoat: { colour: '#4c5257', texture: 'plain', mark: '#6b7278' },
  transportPrimer: { colour: '#5d5f5a', texture: 'bars', mark: '#8b8e86' },
  factoryFinish: { colour: '#a7acb3', texture: 'stripe', mark: '#ffffff' },
  powderCoat: { colour: '#6a6f78', texture: 'dots', mark: '#8f95a0' },
  lacquer: { colour: '#a4743f', texture: 'stripe', mark: '#c99b68' },
  converter: { colour: '#26282e', texture: 'dots', mark: '#767b88' },
  etch: { colour: '#a3a05c', texture: 'bars', mark: '#6f6c31' },
  epoxy: { colour: '#74937f', texture: 'weave', mark: '#a9c2b1' },
  weldThrough: { colour: '#8a939b', texture: 'cross', mark: '#5d666e' },
  dtm: { colour: '#8d979f', texture: 'bars', mark: '#69737b' },
  glassFiller: { colour: '#8f9163', texture: 'fibre', mark: '#d6d7ae' },
  lightFiller: { colour: '#c89d70', texture: 'grain', mark: '#9a7144' },
  epoxyFiller: { colour: '#9aa38b', texture: 'grain', mark: '#6b7460' },
  flexibleFiller: { colour: '#7d858c', texture: 'grain', mark: '#545b61' },
  glaze: { colour: '#e5cd87', texture: 'grain', mark: '#c4a857' },
  sprayFiller: { colour: '#b9b08f', texture: 'grain', mark: '#8e8665' },
  highBuild: { colour: '#a9aea9', texture: 'plain', mark: '#868b86' },
  onePackPrimer: { colour: '#9c6a55', texture: 'plain', mark: '#7a4c39' },
  rustPrimer: { colour: '#7c4436', texture: 'dots', mark: '#b98575' },
  plasticPromoter: { colour: '#dcd8c9', texture: 'bars', mark: '#aaa590' },
  seamSealer: { colour: '#d8d3c6', texture: 'cross', mark: '#a8a292' },
  underseal: { colour: '#3b3a37', texture: 'chips', mark: '#6d6b64' },
  liner: { colour: '#2d2f31', texture: 'dots', mark: '#5f6366' },
  cavityWax: { colour: '#c7a85b', texture: 'stripe', mark: '#e8d6a2' },
  baseSolvent: { colour: '#6e7f8d', texture: 'flake', mark: '#ffffff' },
  baseWater: { colour: '#6e7f8d', texture: 'flake', mark: '#ffffff' },
  singleStage: { colour: '#8c2f2b', texture: 'stripe', mark: '#ffffff' },
  enamel: { colour: '#3f5c54', texture: 'plain', mark: '#2c433c' },
  clear: { colour: '#e9eef0', texture: 'stripe', mark: '#ffffff' },
  guideCoat: { colour: '#1d1d1f', texture: 'dots', mark: '#1d1d1f' },
  cleaner: { colour: '#dddddd', texture: 'plain', mark: '#bbbbbb' },
  thinner: { colour: '#dddddd', texture: 'plain', mark: '#bbbbbb' },
  hardener: { colour: '#dddddd', texture: 'plain', mark: '#bbbbbb' },
  toner: { colour: '#8a8f94', texture: 'plain', mark: '#bbbbbb' },
};

export const SUBSTRATE_FILL: Record<SubstrateKind, Fill> = {
  steel: { colour: '#8f979c', texture: 'brushed', mark: '#c3c9cc' },
  galvanised: { colour: '#a3abae', texture: 'chips', mark: '#d3d8da' },
  aluminium: { colour: '#c4cacd', texture: 'brushed', mark: '#eef1f2' },
  glassfibre: { colour: '#b7b57e', texture: 'fibre', mark: '#eceabf' },
  carbon: { colour: '#35383b', texture: 'weave', mark: '#5d6266' },
  smc: { colour: '#8c8676', texture: 'fibre', mark: '#bdb7a5' },
  plastic: { colour: '#4a4e52', texture: 'plain', mark: '#6b7075' },
};
