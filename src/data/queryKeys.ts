/** Under which the query client keeps what is read. */
export const SHOP = ['shop'] as const;
export const jobKey = (id: string) => ['job', id] as const;
export const ROOM_LOG = ['climate'] as const;
export const FORECAST = ['forecast'] as const;
export const HEATS = ['heats'] as const;
/** What is on the shelf: read by the pages of stock only. */
export const SHELF = ['shelf'] as const;
/** Work clocks that run. */
export const WORK_CLOCKS = ['workClocks'] as const;
/** Which alarms were put away. */
export const ALARMS = ['alarms'] as const;
/** When the shop was last saved as a file. */
export const BACKUP = ['backup'] as const;
/** What came back out of the second copy. */
export const RESTORED = ['restored'] as const;
/** What the browser says of its room. */
export const ROOM_LEFT = ['roomLeft'] as const;
