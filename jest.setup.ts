import v8 from 'node:v8';

// What every browser has and Jest's page does not.
globalThis.structuredClone ??= <T>(value: T): T => v8.deserialize(v8.serialize(value)) as T;

type Port = Pick<MessagePort, 'onmessage' | 'postMessage' | 'close'>;
/** Two ports that tell each other a moment later; Node's own would keep a test run from ending. */
function channel(): { port1: Port; port2: Port } {
  const port = (to: () => Port): Port => ({
    onmessage: null,
    close: () => undefined,
    postMessage: (data: unknown) =>
      void setTimeout(() => to().onmessage?.call(to() as MessagePort, { data } as MessageEvent)),
  });
  const pair: { port1: Port; port2: Port } = { port1: port(() => pair.port2), port2: port(() => pair.port1) };
  return pair;
}
globalThis.MessageChannel ??= function MessageChannel() {
  return channel();
} as never;
