/** A file as the body of a request, sent as it lies on the disk. */
export const bytes = (file: Blob) => ({
  body: file as unknown as string,
  bodySerializer: () => file,
  headers: { 'Content-Type': 'application/octet-stream' },
});
