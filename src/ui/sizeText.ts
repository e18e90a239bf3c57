/** How large a file or a store is, bytes: 'under 1 MB', '34 MB', '5.4 GB'. */
export const sizeText = (bytes: number): string =>
  bytes < 1e6
    ? 'under 1\u00a0MB'
    : bytes < 1e9
      ? `${Math.round(bytes / 1e6)}\u00a0MB`
      : `${(bytes / 1e9).toFixed(1)}\u00a0GB`;
