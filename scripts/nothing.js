/** Stands in for what is left out of the bundle (see metro.config.js): a class of which there is never an instance. */
export default class Nothing {
  missing = true;
}
