import { createElement } from 'react';
import { paperIcon } from '../src/ui/icons';

/** Nothing to a reader: the word beside it says what it is. */
export const accessibilityProps = { 'aria-hidden': true };

/** The icons of Paper's own parts that ask for no setting, such as the tick of a box (see metro.config.js): drawn with ours. */
export default function PaperIcon({ name, color, size }) {
  return createElement(paperIcon, { name, color, size });
}
