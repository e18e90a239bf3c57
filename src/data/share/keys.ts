/**
 * Keys of phones that share a job, by the browser's own WebCrypto. Each phone has a pair for ECDH over P-256 (NIST SP 800-56A); of the secret that two of
 * them have in common HKDF-SHA-256 (RFC 5869) makes, for each direction and kind of message, an AES-GCM key of 256 bits (NIST SP 800-38D) and the name of a slot. So the server sees names and
 * bytes that tell it nothing, what was changed on its way does not open, and a phone that is taken out knows neither key nor slot of what the others say to each other.
 */
export const subtleHere = (): SubtleCrypto | undefined => (globalThis.crypto as Crypto | undefined)?.subtle;

const CURVE = { name: 'ECDH', namedCurve: 'P-256' } as const;
const AES = 'AES-GCM';
const IV_BYTES = 12;
const NAME_BYTES = 16;
/** OWASP's figure for PBKDF2 with SHA-256, 2023. The code itself has 55 bits and ten minutes. */
const ROUNDS = 600_000;

const utf8 = (s: string): Uint8Array<ArrayBuffer> => new TextEncoder().encode(s) as Uint8Array<ArrayBuffer>;
export const toBase64Url = (bytes: ArrayBuffer | Uint8Array): string =>
  btoa(String.fromCharCode(...new Uint8Array(bytes)))
    .replace(/\+/g, '-')
    .replace(/\//g, '_')
    .replace(/=+$/, '');
const fromBase64Url = (text: string): Uint8Array<ArrayBuffer> =>
  Uint8Array.from(atob(text.replace(/-/g, '+').replace(/_/g, '/')), (c) => c.charCodeAt(0));

/** What is said between two, or by a code: each kind has a slot and a key of its own. */
export interface Channel {
  /** Name of the slot that it lies in. */
  slot: string;
  seal(plain: Uint8Array): Promise<Uint8Array>;
  /** @returns undefined where it was changed on its way, or is of somebody else */
  open(sealed: Uint8Array): Promise<Uint8Array | undefined>;
}

export interface Identity {
  id: string;
  publicKey: string;
  privateKey: JsonWebKey;
}

export interface KeyMaker {
  newIdentity(): Promise<Identity>;
  /** The id that belongs to a public key: nobody can make another key for it. */
  idOf(publicKey: string): Promise<string>;
  /** What one phone says to another. @param kind of message @returns undefined where the other's key is none */
  between(shareId: string, me: Identity, other: PublicPhone, kind: string): Promise<Both | undefined>;
  /** What is said by a code: what the asking phone lays down, and what the one that comes in answers. */
  byCode(code: string): Promise<{ ask: Channel; answer: Channel }>;
}
type PublicPhone = Pick<Identity, 'id' | 'publicKey'>;
interface Both {
  out: Channel;
  in: Channel;
}

/** @param rounds of PBKDF2: only tests, which have no time for all of them, take fewer */
export function makeKeys(subtle: SubtleCrypto, rounds = ROUNDS): KeyMaker {
  const secrets = new Map<string, Promise<CryptoKey>>();
  const codes = new Map<string, Promise<{ ask: Channel; answer: Channel }>>();

  const derive = async (secret: CryptoKey, shareId: string, info: string): Promise<Channel> => {
    const of = (use: string) => ({ name: 'HKDF', hash: 'SHA-256', salt: utf8(shareId), info: utf8(`${use} ${info}`) });
    const key = await subtle.deriveKey(of('key'), secret, { name: AES, length: 256 }, false, ['encrypt', 'decrypt']);
    const slot = toBase64Url(await subtle.deriveBits(of('slot'), secret, NAME_BYTES * 8));
    // What it is about belongs to what is sealed: a message that is laid into another slot does not open.
    const additionalData = utf8(`stratocoat ${shareId} ${info}`);
    return {
      slot,
      async seal(plain) {
        const iv = globalThis.crypto.getRandomValues(new Uint8Array(IV_BYTES));
        const sealed = await subtle.encrypt({ name: AES, iv, additionalData }, key, new Uint8Array(plain));
        const all = new Uint8Array(IV_BYTES + sealed.byteLength);
        all.set(iv);
        all.set(new Uint8Array(sealed), IV_BYTES);
        return all;
      },
      async open(sealed) {
        const bytes = new Uint8Array(sealed);
        try {
          const iv = bytes.slice(0, IV_BYTES);
          return new Uint8Array(await subtle.decrypt({ name: AES, iv, additionalData }, key, bytes.slice(IV_BYTES)));
        } catch {
          return undefined;
        }
      },
    };
  };

  const secretOf = (me: Identity, other: PublicPhone): Promise<CryptoKey> => {
    const name = `${me.id} ${other.id}`;
    let secret = secrets.get(name);
    if (!secret) {
      secret = (async () => {
        const own = await subtle.importKey('jwk', me.privateKey, CURVE, false, ['deriveBits']);
        const theirs = await subtle.importKey('raw', fromBase64Url(other.publicKey), CURVE, false, []);
        const bits = await subtle.deriveBits({ name: 'ECDH', public: theirs }, own, 256);
        return subtle.importKey('raw', bits, 'HKDF', false, ['deriveBits', 'deriveKey']);
      })();
      secrets.set(name, secret);
    }
    return secret;
  };

  const idOf = async (publicKey: string) =>
    toBase64Url((await subtle.digest('SHA-256', fromBase64Url(publicKey))).slice(0, NAME_BYTES));

  return {
    idOf,
    async newIdentity() {
      const { publicKey, privateKey } = await subtle.generateKey(CURVE, true, ['deriveBits']);
      const raw = toBase64Url(await subtle.exportKey('raw', publicKey));
      return { id: await idOf(raw), publicKey: raw, privateKey: await subtle.exportKey('jwk', privateKey) };
    },
    async between(shareId, me, other, kind) {
      let secret: CryptoKey;
      try {
        secret = await secretOf(me, other);
      } catch {
        return undefined;
      }
      const [there, back] = [`${me.id} ${other.id} ${kind}`, `${other.id} ${me.id} ${kind}`];
      return { out: await derive(secret, shareId, there), in: await derive(secret, shareId, back) };
    },
    byCode(code) {
      let both = codes.get(code);
      if (!both) {
        both = (async () => {
          const typed = await subtle.importKey('raw', utf8(code), 'PBKDF2', false, ['deriveBits']);
          const slow = { name: 'PBKDF2', hash: 'SHA-256', salt: utf8('stratocoat invite'), iterations: rounds };
          const bits = await subtle.deriveBits(slow, typed, 256);
          const secret = await subtle.importKey('raw', bits, 'HKDF', false, ['deriveBits', 'deriveKey']);
          return { ask: await derive(secret, 'invite', 'ask'), answer: await derive(secret, 'invite', 'answer') };
        })();
        codes.set(code, both);
      }
      return both;
    },
  };
}
