import { isBase, type Product } from '../library/product';
import type { SubstrateKind } from './kinds';

/** A part of a panel with one history. */
export interface Zone {
  id: string;
  panelId: string;
  name: string;
  areaCm2: number;
}

export interface Panel {
  id: string;
  name: string;
  substrate: SubstrateKind;
  /** Thickness of the panel itself, µm. */
  thicknessUm: number;
}

/** A job's head: what it is about. What happened to it is in the log. */
export interface Job {
  id: string;
  name: string;
  about: string;
  createdMs: number;
  colour?: { name: string; hex: string };
  panels: Panel[];
  zones: Zone[];
}

export const zonesOf = (job: Job, panelId: string): Zone[] => job.zones.filter((z) => z.panelId === panelId);
export const panelOf = (job: Job, zoneId: string): Panel | undefined => {
  const zone = job.zones.find((z) => z.id === zoneId);
  return zone && job.panels.find((p) => p.id === zone.panelId);
};
/** 'Left door, lower', or only the panel's name where a panel is one zone. */
export function zoneLabel(job: Job, zoneId: string): string {
  const zone = job.zones.find((z) => z.id === zoneId);
  const panel = panelOf(job, zoneId);
  if (!zone || !panel) return zoneId;
  return zonesOf(job, panel.id).length > 1 ? `${panel.name}, ${zone.name.toLowerCase()}` : panel.name;
}

/** The colour that a product carries on this job: the job's own for base and single-stage, none for the rest. */
export const colourOn = (job: Job, p: Product): string | undefined =>
  isBase(p.family) || p.family === 'singleStage' ? job.colour?.hex : undefined;
