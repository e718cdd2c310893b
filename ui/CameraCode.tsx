/** An address as a code for a camera. */
export const codeOf = async (address: string): Promise<string> =>
  (await import('qrcode')).toString(address, { type: 'svg', margin: 1 });

/** @param code what `codeOf` made @param shows what the camera finds, for whoever hears it */
export const CameraCode = ({ code, shows }: { code: string; shows: string }) => (
  // biome-ignore lint/performance/noImgElement: a drawing made here, in no need of a server's help.
  <img
    src={`data:image/svg+xml,${encodeURIComponent(code)}`}
    alt={`${shows} as a code for a camera`}
    className="size-48 bg-white"
  />
);
