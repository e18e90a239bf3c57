/*
 * A browser has no thread of its own for animations, and the real module says so in the console each time that it is asked for one (see
 * metro.config.js). Everything else in it speaks to that thread.
 */
let animationId = 1;

export const shouldUseNativeDriver = () => false;
export const generateNewAnimationId = () => animationId++;
export const transformDataType = (value) => value;

export default { API: { flushQueue() {} }, shouldUseNativeDriver, generateNewAnimationId, transformDataType };
