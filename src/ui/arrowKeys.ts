/** The keys that move through a group. */
const MOVES: Readonly<Record<string, (at: number, of: number) => number>> = {
  ArrowRight: (at, of) => (at + 1) % of,
  ArrowDown: (at, of) => (at + 1) % of,
  ArrowLeft: (at, of) => (at - 1 + of) % of,
  ArrowUp: (at, of) => (at - 1 + of) % of,
  Home: () => 0,
  End: (_, of) => of - 1,
};

/** Where a key leads from one of several; undefined for a key that does not move. */
export const stepOf = (key: string, at: number, of: number): number | undefined => MOVES[key]?.(at, of);

interface KeyPress {
  key: string;
  preventDefault(): void;
}

/**
 * Keys of a group in which only one part is a stop of Tab. Paper has no such thing.
 * @param move what a key does from the part at an index; true where it did something, so that the page does not scroll as well
 */
export function useArrowKeys(move: (key: string, at: number) => boolean): (at: number) => object {
  return (at) => ({
    onKeyDown: (e: KeyPress) => {
      if (move(e.key, at)) e.preventDefault();
    },
  });
}
