/** Glyphs are taken into the build as text. */
declare module '*.svg' {
  const text: string;
  export default text;
}
