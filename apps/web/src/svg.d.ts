/** Icons come as text; only those that are imported are shipped. */
declare module '*.svg' {
  const svg: string;
  export default svg;
}
