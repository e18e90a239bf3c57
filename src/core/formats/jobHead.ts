import { array, boolean, mixed, object, string } from 'yup';
import { BOUNDS } from '../log/bounds';
import { FINISH_SYSTEMS, SHEENS } from '../library/finish';
import { SHAPE_CLASSES } from '../library/shapeClass';
import { SURENESS } from '../library/sureness';
import { QUALITY_LEVELS } from '../library/level';
import { keysOf } from '../keysOf';
import { BLAST_COATINGS, FACES, FLOOR_ROW_NAMES, LINK_KINDS, SEAM_NAMES } from '../log/job';
import { TASK_WITH } from '../log/taskWith';
import { AGREED_NAMES, VISIT_ACTS } from '../log/days';
import { FINAL_CHECKS, THREAD_CARE } from '../log/assembly';
import { READY_ITEMS, STOP_WHYS } from '../log/evening';
import { EVENT_KINDS } from '../log/event';
import { SUBSTRATE_KINDS } from '../library/substrates';
import { PHOTO_SIDES } from '../log/photos';
import { between, id, moment, oneOf, outlineOf, pointOf, text } from '../validation/fields';

const label = (what: string) =>
  string()
    .strict()
    .typeError(`${what} must be text`)
    .required(`${what} is missing`)
    .max(120, `${what} is longer than 120 signs`);
const yesNo = (what: string) => boolean().strict().typeError(`${what} must be yes or no`);
const list = (what: string, most: number) =>
  array().strict().typeError(`${what} must be a list`).max(most, `More than ${most}: ${what.toLowerCase()}`);
const unknown = (what: string) => `${what} has a field that is not known: \${unknown}`;

const faces = () => list('Faces', 2).of(oneOf('Face', FACES).required('Face is missing'));

const map = object({
  outline: outlineOf().required('Outline is missing'),
  faces: faces().required('Faces are missing').min(1, 'A panel has at least one face'),
  keepOuts: list('Keep-outs', 100)
    .of(
      object({
        id: id('Keep-out id'),
        name: label('Keep-out name'),
        face: oneOf('Face', FACES).required('Face is missing'),
        outline: outlineOf().required('Outline is missing'),
        // Since version 16.
        opening: yesNo('Opening'),
      }).noUnknown(unknown('Keep-out')),
    )
    .required('Keep-outs are missing'),
})
  .default(undefined)
  .noUnknown(unknown('Drawing'));

const task = object({
  panelId: id('Panel'),
  kind: oneOf('Act', EVENT_KINDS).required('Act is missing'),
  zoneId: string().strict().min(1, 'Zone of the act is empty').max(80, 'Zone of the act is longer than 80 signs'),
  with: oneOf('What it is done with', TASK_WITH),
}).noUnknown(unknown('Act'));

const colour = object({
  id: string().strict().min(1, 'Id of the colour is empty').max(80, 'Id of the colour is longer than 80 signs'),
  name: label('Colour name'),
  hex: string()
    .strict()
    .matches(/^#[0-9a-f]{6}$/i, 'Colour must look like #a1b2c3')
    .required('Colour is missing'),
})
  .default(undefined)
  .noUnknown(unknown('Colour'));
const system = oneOf('Finish', FINISH_SYSTEMS);
const sheen = oneOf('Sheen', SHEENS);

/** Coats by product: an object of small whole numbers. */
const isCoats = (x: unknown): boolean =>
  x === undefined ||
  (typeof x === 'object' &&
    x !== null &&
    !Array.isArray(x) &&
    Object.values(x).every((n) => Number.isInteger(n) && n >= 1 && n <= 20));

/** A job's head, field by field. That its parts hang together is `parseJob`'s business. */
export const JOB_SCHEMA = object({
  id: id('Job id'),
  name: label('Job name'),
  about: string()
    .strict()
    .typeError('About must be text')
    .defined('About is missing')
    .max(2000, 'About is longer than 2000 signs'),
  createdMs: moment('Created').required('Created is missing'),
  colour,
  // Which kinds there are is the app's business: one that it does not know lays out nothing.
  body: string().strict().max(40, 'Body is longer than 40 signs'),
  panels: list('Panels', 500)
    .of(
      object({
        id: id('Panel id'),
        name: label('Panel name'),
        substrate: oneOf('Substrate', SUBSTRATE_KINDS).required('Substrate is missing'),
        thicknessUm: between('Panel thickness', 100, 50_000, 'film').required('Panel thickness is missing'),
        map,
        row: oneOf('Row', FLOOR_ROW_NAMES),
        part: string().strict().max(60, 'Part is longer than 60 signs'),
        // Since version 15.
        pieces: object({
          count: between('Pieces', 2, 999).integer('Pieces: a whole number').required('Pieces are missing'),
          done: between('Pieces done', 0, 999).integer('Pieces: a whole number').required('Pieces done are missing'),
        })
          .default(undefined)
          .noUnknown(unknown('Pieces')),
        shape: oneOf('Shape', keysOf(SHAPE_CLASSES)),
        weightG: between('Weight', 1, 1e7),
        // Since version 17.
        lieId: id('Id of a place').notRequired(),
        card: object({ colour: label('Colour of the card') })
          .default(undefined)
          .noUnknown(unknown('Card')),
      }).noUnknown(unknown('Panel')),
    )
    .required('Panels are missing'),
  zones: list('Zones', 2000)
    .of(
      object({
        id: id('Zone id'),
        panelId: id('Panel of the zone'),
        name: label('Zone name'),
        areaCm2: between('Area', BOUNDS.areaCm2.min, BOUNDS.areaCm2.max, 'area').required('Area is missing'),
        outline: outlineOf(),
        face: oneOf('Face', FACES),
        seam: object({
          kind: oneOf('Seam', keysOf(SEAM_NAMES)).required('Seam is missing'),
          line: outlineOf(400, 2).required('Line of the seam is missing'),
          widthMm: between('Width of the seam', 1, 200, 'thickness').required('Width of the seam is missing'),
          spacingMm: between('Spacing', 5, 500, 'thickness'),
          drained: yesNo('Drained'),
        })
          .default(undefined)
          .noUnknown(unknown('Seam')),
        finish: object({
          system,
          sheen,
          level: oneOf('Level', QUALITY_LEVELS),
          colour,
          untilMs: moment('How long it has to last'),
        })
          .default(undefined)
          .noUnknown(unknown('Finish')),
        cutFrom: object({
          zoneId: id('Zone that it was cut out of'),
          atMs: moment('When it was cut').required('When it was cut is missing'),
        })
          .default(undefined)
          .noUnknown(unknown('Cut')),
      }).noUnknown(unknown('Zone')),
    )
    .required('Zones are missing'),
  level: oneOf('Level', QUALITY_LEVELS),
  finish: object({ system, sheen, untilMs: moment('How long it has to last') })
    .default(undefined)
    .noUnknown(unknown('Finish')),
  budgetH: between('Hours', 0.5, 10_000),
  decisions: list('Decisions', 1000).of(
    object({
      id: id('Decision id'),
      panelId: id('Panel'),
      atMs: moment('When it was decided').required('When it was decided is missing'),
      way: oneOf('Way', ['repair', 'replace', 'temporary', 'out']).required('Way is missing'),
      // Since version 15 a decision may have no figures.
      repairCheaper: between('Chance', 0, 1),
      repairCost: between('Cost', 0, 1e7),
      replaceCost: between('Cost', 0, 1e7),
      months: between('Months', 1, 240).integer('Months: a whole number'),
      // Since version 15.
      rested: object({
        part: between('Price of the part', 0, 1e7),
        out: between('Price of the painter', 0, 1e7),
        sure: oneOf('How sure', keysOf(SURENESS)).required('How sure is missing'),
        repairH: between('Hours', 0, 10_000).required('Hours are missing'),
        replaceH: between('Hours', 0, 10_000).required('Hours are missing'),
      })
        .default(undefined)
        .noUnknown(unknown('What it rested on')),
    }).noUnknown(unknown('Decision')),
  ),
  bags: list('Bags', 500).of(
    object({
      id: id('Bag id'),
      name: label('Bag name'),
      panelId: id('Part of the bag'),
      where: text('Where', 300).defined('Where is missing'),
      items: list('Items', 200)
        .of(
          object({
            id: id('Item id'),
            name: label('Item name'),
            count: between('Count', 1, 999).integer('Count: a whole number').required('Count is missing'),
            oneTime: yesNo('One-time').required('One-time is missing'),
            mustReturn: yesNo('Must return').required('Must return is missing'),
            back: between('Back', 0, 999).integer('Back: a whole number').required('Back is missing'),
            dueMs: moment('Due'),
            // Since version 16.
            torqueNm: between('Torque', 0.1, 2000),
            torqueFrom: text('Where the torque is from', 120),
            thread: oneOf('Thread', keysOf(THREAD_CARE)),
          }).noUnknown(unknown('Item')),
        )
        .required('Items are missing'),
    }).noUnknown(unknown('Bag')),
  ),
  links: list('Links', 500).of(
    object({
      id: id('Link id'),
      kind: oneOf('Link', LINK_KINDS).required('Kind of link is missing'),
      first: task.required('First act is missing'),
      then: task.required('Second act is missing'),
      why: text('Reason', 300).defined('Reason is missing'),
    }).noUnknown(unknown('Link')),
  ),
  staging: list('Staging', 500).of(
    object({
      id: id('Staging id'),
      panelId: id('Panel'),
      coating: oneOf('Coating', BLAST_COATINGS).required('Coating is missing'),
      faces: faces().required('Faces are missing'),
      cover: list('Cover', 40)
        .of(
          object({ name: label('What to cover'), done: yesNo('Done').required('Done is missing') }).noUnknown(
            unknown('Cover'),
          ),
        )
        .required('Cover is missing'),
      skipped: text('Reason', 300),
    }).noUnknown(unknown('Staging')),
  ),
  // Since version 16.
  evenings: list('Evenings', 500).of(
    object({
      id: id('Evening id'),
      fromMs: moment('Begin of the evening').required('Begin of the evening is missing'),
      untilMs: moment('End of the evening').required('End of the evening is missing'),
      zoneIds: list('Zones of the evening', 500).of(id('Zone')).required('Zones of the evening are missing'),
      turns: list('Turns', 5000).of(id('Zone')),
      coats: mixed<Record<string, number>>().test('coats', 'Coats must be whole numbers by product', isCoats),
      stands: between('Stands', 0, 100).integer('Stands: a whole number').required('Stands are missing'),
      turning: between('Turning stands', 0, 100)
        .integer('Turning stands: a whole number')
        .required('Turning stands are missing'),
      standOf: mixed<Record<string, number>>().test('stands', 'Stands must be whole numbers by zone', isCoats),
      drying: between('Drying places', 0, 100).integer('Drying places: a whole number'),
      helper: yesNo('Helper').required('Helper is missing'),
      ready: list('Ready', 100)
        .of(
          object({
            item: oneOf('What is ready', READY_ITEMS).required('What is ready is missing'),
            atMs: moment('When it was said').required('When it was said is missing'),
          }).noUnknown(unknown('Ready')),
        )
        .required('Ready is missing'),
      begunMs: moment('When it was begun'),
      endedMs: moment('When it ended'),
      stopped: oneOf('Why it was stopped', STOP_WHYS),
    }).noUnknown(unknown('Evening')),
  ),
  agreed: list('Agreed', 500).of(
    object({
      id: id('Id of what is agreed'),
      kind: oneOf('What is agreed', keysOf(AGREED_NAMES)).required('What is agreed is missing'),
      panelIds: list('Panels', 500).of(id('Panel')).required('Panels are missing'),
      atMs: moment('When').required('When is missing'),
      untilMs: moment('Until when'),
      act: oneOf('What is done', VISIT_ACTS),
      work: text('Work', 400),
      zoneIds: list('Zones', 500).of(id('Zone')),
      who: id('Who').notRequired(),
      text: text('What', 120),
      minutes: between('Minutes', 1, 100_000),
    }).noUnknown(unknown('What is agreed')),
  ),
  kept: list('Kept plan', 2000).of(
    object({
      id: id('Id of kept work'),
      work: text('Work', 400).required('Work is missing'),
      zoneIds: list('Zones', 500).of(id('Zone')).required('Zones are missing'),
      startMs: moment('Begin').required('Begin is missing'),
      minutes: between('Minutes', 0, 100_000).required('Minutes are missing'),
      who: id('Who').notRequired(),
      keptMs: moment('When it was kept').required('When it was kept is missing'),
    }).noUnknown(unknown('Kept work')),
  ),
  finalChecks: list('Checks', 100).of(
    object({
      id: oneOf('Check', keysOf(FINAL_CHECKS)).required('Check is missing'),
      atMs: moment('When it was looked at').required('When it was looked at is missing'),
      none: mixed<true>().oneOf([true, undefined], 'None must be yes'),
    }).noUnknown(unknown('Check')),
  ),
  photos: list('Photos', 1000).of(
    object({
      id: id('Photo id'),
      panelId: id('Panel of a photo'),
      takenMs: moment('When it was taken').required('When it was taken is missing'),
      widthPx: between('Width', 1, 10_000).integer('Width: a whole number').required('Width is missing'),
      heightPx: between('Height', 1, 10_000).integer('Height: a whole number').required('Height is missing'),
      bytes: between('Bytes', 1, 1_000_000).integer('Bytes: a whole number').required('Bytes are missing'),
      side: oneOf('Side', keysOf(PHOTO_SIDES)),
      says: text('What it shows', 200),
      face: oneOf('Face', FACES),
      at: pointOf('Place').default(undefined),
      faultId: id('Fault').notRequired(),
      bagId: id('Bag').notRequired(),
      eventId: id('Entry').notRequired(),
    }).noUnknown(unknown('Photo')),
  ),
  // These two are `stampProblems`' business: their fields have names of their own.
  changed: mixed(),
  gone: mixed(),
})
  .strict()
  .noUnknown(unknown('Job'));
