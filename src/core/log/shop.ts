import { recordParser } from './parse';

/**
 * What happens to the shop rather than to a job. It has a log of its own, by the same machinery: order, corrections, append,
 * validation, storage. No kind of record is known yet: the shelf will bring the first.
 */
export type ShopRecordKind = never;
export const parseShopRecord = recordParser<never>({}, 'A record of the shop');
