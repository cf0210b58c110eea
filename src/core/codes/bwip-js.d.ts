/** What is used of the package; it has no types for those who serve both Node.js and the browser. */
declare module 'bwip-js' {
  const bwip: {
    raw(options: { readonly bcid: string; readonly text: string; readonly includetext: boolean }): unknown;
  };
  export default bwip;
}
