/** Those colours of the version before that Paper's parts still name (see metro.config.js). */
export const black = '#000000';
export const white = '#ffffff';
export const grey50 = '#fafafa';
export const grey200 = '#eeeeee';
export const grey400 = '#bdbdbd';
export const grey700 = '#616161';
export const grey800 = '#424242';
