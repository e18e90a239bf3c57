import type { PageHref, PagePath } from '@/ui/pages';
import { pageHref } from '@/ui/pages';

/** What a page is about, as far as one knows it where one looks from. */
export interface Place {
  job?: string;
  panel?: string;
}
interface NamedPage {
  name: string;
  /** What people call it too. */
  also: string;
  /** The question that it answers. */
  asks: string;
  href(place: Place): PageHref | undefined;
}

/** Every page by its name; null: it is found by something else (a panel, a product), or is no page to go to. Complete by type. */
export const NAMED_PAGES: { readonly [P in PagePath]: NamedPage | null } = {
  '/': {
    name: 'Today',
    also: 'now clock alarms ready next home',
    asks: 'What is ready, and what is next?',
    href: () => pageHref('/'),
  },
  '/panels': {
    name: 'Panels',
    also: 'parts floor jobs list',
    asks: 'Where does every part stand?',
    href: () => pageHref('/panels'),
  },
  '/air': {
    name: 'Air',
    also: 'weather forecast rain dew point humidity temperature readings logger sweat fit spray window',
    asks: 'Can it be sprayed now, and until when?',
    href: () => pageHref('/air'),
  },
  '/heat': {
    name: 'Heat',
    also: 'heater lamp infrared warm oven bake',
    asks: 'What does heating bring, and what does it cost?',
    href: ({ job }) => pageHref('/heat', { job }),
  },
  '/mix': {
    name: 'Mix',
    also: 'cup pour ratio hardener thinner scale grams pot life',
    asks: 'How much goes into the cup?',
    href: ({ job }) => pageHref('/mix', { job }),
  },
  '/plan': {
    name: 'Plan of days',
    also: 'schedule calendar week days tomorrow hours when finish due date crew helper order week i have',
    asks: 'What now, on which day what, and when is all done?',
    href: () => pageHref('/plan'),
  },
  '/wall': {
    name: 'Plan on the wall',
    also: 'screen big display tv workshop board',
    asks: 'What now and next, read from afar?',
    href: () => pageHref('/wall'),
  },
  '/record': {
    name: 'Handed over',
    also: 'record page print owner customer certificate report pdf html label history layers under paint hand over',
    asks: 'What is under this paint, for whoever gets it?',
    href: ({ job, panel }) => pageHref('/record', { job, panel }),
  },
  '/photos': {
    name: 'Photos',
    also: 'picture image camera before after slider snapshot',
    asks: 'What did it look like, before and after?',
    href: ({ job, panel }) => pageHref('/photos', { job, panel }),
  },
  '/safety': {
    name: 'Safety log',
    also: 'exposure isocyanate solvent dust hours cartridge waste voc breathing mask rags month health',
    asks: 'Who was near what for how long, and what has to be got rid of?',
    href: () => pageHref('/safety'),
  },
  '/sharing': {
    name: 'Shared phones',
    also: 'share second phone two phones code sync together join invite colleague device take out',
    asks: 'Which phones have this job together, and does each have everything?',
    href: ({ job }) => pageHref('/sharing', { job }),
  },
  '/ask': {
    name: 'Ask the log',
    also: 'question search history filter who when cold damp grit batch which panels sprayed below',
    asks: 'Which panels were sprayed in the cold, or have P80 under primer?',
    href: () => pageHref('/ask'),
  },
  '/session': {
    name: 'Evening of spraying',
    also: 'spray session evening spraying cups coats flash order tonight booth enough fits',
    asks: 'Does it fit, in which order, and is there enough?',
    href: ({ job }) => pageHref('/session', { job }),
  },
  '/evening/[jobId]/[eveningId]': null,
  '/defects': {
    name: 'Defects of paint',
    also: 'wrong run sag nib dust orange peel fisheye solvent pop haze dull why cause',
    asks: 'What is wrong with the paint, why, and what is done about it?',
    href: ({ job, panel }) => pageHref('/defects', { job, panel }),
  },
  '/flatten': {
    name: 'Flatten and polish',
    also: 'cut buff compound colour sand wet peel texture gloss clear left',
    asks: 'How far is it flattened, by what, and how much clear is left?',
    href: ({ job, panel }) => pageHref('/flatten', { job, panel }),
  },
  '/putback': {
    name: 'Put back',
    also: 'assembly reassemble refit fit plugs torque gap finished missing clips',
    asks: 'What may go on now, and what is missing before it leaves?',
    href: ({ job }) => pageHref('/putback', { job }),
  },
  '/spray': {
    name: 'Try the gun',
    also: 'spray trainer practise practice learn lesson simulator gun',
    asks: 'Where does it run, and where is it thin?',
    href: () => pageHref('/spray', {}),
  },
  '/masking': {
    name: 'Masking',
    also: 'mask tape paper edge keep out cover',
    asks: 'What is masked, with how much tape, and when does it come off?',
    href: ({ job, panel }) => pageHref('/masking', { job, panel }),
  },
  '/gun': {
    name: 'Gun',
    also: 'spray gun tip nozzle pressure fan distance speed overlap flow',
    asks: 'How is the gun set, and how fast does the hand go?',
    href: () => pageHref('/gun'),
  },
  '/place': {
    name: 'Place to spray',
    also: 'booth room ventilation fan air changes extraction dust cartridges mask filter',
    asks: 'How does air go through it?',
    href: () => pageHref('/place'),
  },
  '/shelf': {
    name: 'Shelf',
    also: 'stock tins store buy shopping list containers inventory receive delivery',
    asks: 'What is here, and what has to be bought?',
    href: () => pageHref('/shelf'),
  },
  '/batches': {
    name: 'Batches',
    also: 'cups mixed pots leftover recall number',
    asks: 'Which cup is on which panel?',
    href: () => pageHref('/batches'),
  },
  '/cost': {
    name: 'Cost',
    also: 'money price invoice bill hours material labour',
    asks: 'What did it cost, and what will it?',
    href: ({ job }) => pageHref('/cost', { job }),
  },
  '/shop': {
    name: 'Shop',
    also: 'settings preferences backup export import file units demo delete alarms method',
    asks: 'How is the shop set, and kept?',
    href: () => pageHref('/shop'),
  },
  '/library': {
    name: 'Library',
    also: 'products data sheets paints materials technical',
    asks: 'What do the data sheets say?',
    href: () => pageHref('/library'),
  },
  '/ground': {
    name: 'Before paint',
    also: 'ground faults rust stripping checklist metalwork',
    asks: 'What has to be right before paint?',
    href: ({ job }) => pageHref('/ground', { job }),
  },
  '/level': {
    name: 'Level',
    also: 'quality finish agreed standard show driver budget',
    asks: 'How far does every step go?',
    href: ({ job }) => pageHref('/level', { job }),
  },
  '/bags': {
    name: 'Bags',
    also: 'bolts clips fixings parts off disassembly trim orders missing',
    asks: 'What came off, and where is it?',
    href: ({ job }) => pageHref('/bags', { job }),
  },
  '/order': {
    name: 'Order of access',
    also: 'links sequence seams before after inside cavity wax blocked',
    asks: 'What has to be done before it is closed?',
    href: ({ job }) => pageHref('/order', { job }),
  },
  '/blast': {
    name: 'Blasting',
    also: 'blast sand media compressor nozzle sandblasting grit',
    asks: 'How long, how much media, what is covered?',
    href: ({ job }) => pageHref('/blast', { job }),
  },
  '/colour': {
    name: 'Colour',
    also: 'color tint match cards spectro instrument formula shade toner variant',
    asks: 'Will the colour pass?',
    href: ({ job }) => pageHref('/colour', { job }),
  },
  '/log': {
    name: 'Log an entry',
    also: 'write coat sand fill clean record note',
    asks: 'What was done just now?',
    href: ({ job }) => pageHref('/log', { job }),
  },
  '/fair': {
    name: 'Heights and filler',
    also: 'lows highs dents straight block guide coat fair level surface gaps papers grit sanding',
    asks: 'Where is it low, and how much filler?',
    href: (at) => pageHref('/fair', at),
  },
  '/try': {
    name: 'Try a block',
    also: 'trainer practise practice long board learn',
    asks: 'What does the block take off?',
    href: (at) => pageHref('/try', at),
  },
  '/map': {
    name: 'Map',
    also: 'drawing draw sketch marks faults zones outline shape',
    asks: 'What was found, and where?',
    href: (at) => pageHref('/map', at),
  },
  '/blend': {
    name: 'Blend',
    also: 'fade out melt edge where colour stops next panel spot',
    asks: 'Where does the colour stop?',
    href: (at) => pageHref('/blend', at),
  },
  '/repair': {
    name: 'Repair',
    also: 'dent rust hole patch weld crack plastic laminate glassfibre bond metalwork',
    asks: 'How is it put right, with what?',
    href: (at) => pageHref('/repair', at),
  },
  '/decide': {
    name: 'Repair or replace',
    also: 'decide worth new part cheaper quote give out',
    asks: 'Is it worth repairing?',
    href: (at) => pageHref('/decide', at),
  },
  '/job/[jobId]': {
    name: 'The job',
    also: 'vehicle car overview whole parts',
    asks: 'How does the whole job stand?',
    href: ({ job }) => (job === undefined ? undefined : pageHref('/job/[jobId]', { jobId: job })),
  },
  '/job/[jobId]/change': {
    name: 'Change the job',
    also: 'rename add panel zone area finish colour edit',
    asks: 'What is it called, and which parts has it?',
    href: ({ job }) => (job === undefined ? undefined : pageHref('/job/[jobId]/change', { jobId: job })),
  },
  '/panel/[jobId]/[panelId]': null,
  '/library/[id]': null,
  '/find': null,
  '/parts': null,
};
