import deepmerge from 'deepmerge';

/** A theme merged with itself is that theme. */
export default (theme, overrides) => (theme === overrides ? theme : deepmerge(theme, overrides));
