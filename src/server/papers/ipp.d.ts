/** The parts of the IPP package that Morula uses: messages to bytes and back. */
declare module '@sealsystems/ipp' {
  const ipp: {
    serialize: (message: Record<string, unknown>) => Buffer;
    parse: (bytes: Buffer) => unknown;
  };
  export default ipp;
}
