/** What a coat used and what it cost. Apart from the core's own face: only a panel's page needs it. */
export * from './use';
