/** A WOFF2 font as the URL of the TrueType font it was packed from; see unpackedFonts. */
declare module '*.woff2?unpacked' {
  const url: string
  export default url
}
