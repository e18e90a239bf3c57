import { expose } from 'comlink';
import { createExchange, type Exchange } from './exchange';
import { openPictures } from './pictures';
import { openRepository } from './repository';
import { openStorage } from './storage';

let opened: { name: string; exchange: Exchange } | undefined;

/** Thin entry of what is done with files: it reads and writes the shop's records itself, so that nothing large crosses over to the page. */
function of(name: string): Exchange {
  if (opened?.name !== name)
    opened = { name, exchange: createExchange(openRepository(openStorage(name), name), openPictures(name)) };
  return opened.exchange;
}

const api = {
  readJob: (name: string, ...a: Parameters<Exchange['readJob']>) => of(name).readJob(...a),
  putJob: (name: string, ...a: Parameters<Exchange['putJob']>) => of(name).putJob(...a),
  writeJob: (name: string, ...a: Parameters<Exchange['writeJob']>) => of(name).writeJob(...a),
  writeShop: (name: string, ...a: Parameters<Exchange['writeShop']>) => of(name).writeShop(...a),
  readShop: (name: string, ...a: Parameters<Exchange['readShop']>) => of(name).readShop(...a),
  putShop: (name: string) => of(name).putShop(),
  mergeShop: (name: string) => of(name).mergeShop(),
};
export type ExchangeWorker = typeof api;

expose(api);
