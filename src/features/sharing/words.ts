import type { JoinProblem } from '@/data/share/record';
import type { OtherPhone, SharingTrouble } from '@/data/share/status';
import { countText } from '@/core';
import type { NotHere } from '@/data/share/useSharing';

/** Why a code did not let this phone in, and what to do. */
export const JOIN_PROBLEMS: Record<JoinProblem, string> = {
  unknown: 'Nobody asks by that code. It is good for ten minutes, and for one phone: have a new one made.',
  refused:
    'Too many wrong codes were tried from this phone. The server takes no more of them for a quarter of an hour.',
  demo: 'That is a job of the demo. Open the demo on this phone too, then come in.',
  own: 'That is a job of somebody’s own shop, and this is the demo. Leave the demo first, then come in.',
  here: 'This phone shares that job already.',
  used: 'The code was made, but its phone did not let this one in: another phone was quicker, or it was closed. Have a new code made.',
  newer: 'The other phone has another version of Stratocoat. Load the page again on both, then have a new code made.',
};

/** What keeps phones apart, and what to do. */
export const TROUBLES: Record<SharingTrouble, string> = {
  away: 'The server does not answer. What is logged waits here, and goes out as soon as it does.',
  none: 'This server hands out pages and passes nothing on between phones. Start Stratocoat’s own server on a PC of the shop.',
  refused: 'The server refuses this phone for a while. What is logged waits here.',
  full: 'The job is too large to go over the server in one piece. Save it as a file and take that in on the other phone.',
  storage: 'There is no room in this browser for what came from the other phone. Make room, and it comes by itself.',
  broken: 'What came from the other phone could not be put in here. Save the job as a file there, and take that in.',
};

export const NOT_HERE: Record<NotHere, string> = {
  http: 'This page came over plain http, where a browser has no keys to seal with. Start the server with --https, and open its https address on both phones.',
  memory: 'This browser keeps nothing for this site, so a phone that is let in would be forgotten with the page.',
};

/** How it stands with one phone. */
export function phoneSays(p: OtherPhone | undefined): string {
  if (p?.doubt !== undefined) return p.doubt;
  if (p?.heardMs === undefined) return 'Not heard of yet since this page was opened';
  if (p.behind > 0) return `${countText(p.behind, 'entry', 'entries')} not there yet`;
  return p.hasHead ? 'Has everything' : 'Names and panels are not there yet';
}
