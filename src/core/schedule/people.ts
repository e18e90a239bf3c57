import { HELPER_DOES } from '../log/days';
import type { Block } from './blocks';

const PERSON = 'person/';
/** What somebody is called among the resources of a network. */
export const personResource = (id: string): string => PERSON + id;
/** The id of somebody, from what they are called among the resources; undefined: it is nobody. */
export const personOf = (resource: string): string | undefined =>
  resource.startsWith(PERSON) ? resource.slice(PERSON.length) : undefined;

/** Whether somebody who lends a hand does all of it. */
export const canHelp = (b: Pick<Block, 'steps'>): boolean => b.steps.every((s) => HELPER_DOES[s.kind]);
