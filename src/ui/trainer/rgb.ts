/** '#2f5d50' as red, green and blue, 0 to 255. */
export const rgbOf = (hex: string): readonly [red: number, green: number, blue: number] => [
  parseInt(hex.slice(1, 3), 16),
  parseInt(hex.slice(3, 5), 16),
  parseInt(hex.slice(5, 7), 16),
];
