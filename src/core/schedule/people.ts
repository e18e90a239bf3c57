import { HELPER_DOES } from '../log/days';
import type { Block } from './blocks';

const PERSON = 'person/';
/** What somebody is called among the resources of a network. */
export const personResource = (id: string): string => PERSON + id;
/** The id of somebody, from what they are called among the resources; undefined: it is nobody. */
export const personOf = (resource: string): string | undefined =>
  resource.startsWith(PERSON) ? resource.slice(PERSON.length) : undefined;

const AIR = 'air/';
/** What the air for spraying a product is called among the resources. */
export const airResource = (productId: string): string => AIR + productId;
export const isAir = (resource: string): boolean => resource.startsWith(AIR);

/** Whether somebody who lends a hand does all of it. */
export const canHelp = (b: Pick<Block, 'steps'>): boolean => b.steps.every((s) => HELPER_DOES[s.kind]);
