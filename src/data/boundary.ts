/** Validation and files, loaded when something first crosses the boundary. One chunk for all of it. */
export const boundary = () => import('@/core/formats');
