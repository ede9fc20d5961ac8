declare module 'subset-font' {
  /** A font with these letters alone, its axes set to a value. */
  export default function subsetFont(
    font: Uint8Array,
    text: string,
    options: { targetFormat: 'sfnt' | 'woff' | 'woff2'; variationAxes?: Record<string, number> },
  ): Promise<Uint8Array>;
}
