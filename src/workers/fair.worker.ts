import { expose } from 'comlink';
import loadHighs, { type Highs } from 'highs';
import {
  boardRelief,
  fairingProgramme,
  panelRelief,
  readFairing,
  solveProgramme,
  type Fairing,
  type FairingInput,
} from '../core/fair';
import { fail, ok, type Result } from '../core/result';

let highs: Promise<Highs> | undefined;

/** Thin entry of the solver: its WebAssembly comes from beside the app, once. */
async function solve(input: FairingInput): Promise<Result<Fairing, string>> {
  const programme = fairingProgramme(input);
  if (!programme.ok) return programme;
  highs ??= loadHighs({ locateFile: () => `${self.location.origin}/solver/highs.wasm` });
  let solver: Highs;
  try {
    solver = await highs;
  } catch {
    highs = undefined;
    return fail('The solver could not be loaded. Without it there is no plan; the readings are kept.');
  }
  const solved = solveProgramme(solver, programme.value);
  return solved.ok ? ok(readFairing(input, solved.value.x)) : solved;
}

const api = { solve, panelRelief, boardRelief };
export type FairWorker = typeof api;

expose(api);
