/** Films are large: a file may take so long, in ms. */
export const filePatience = 300_000;

/** A request whose body is the file itself. */
export function bytesOf(file: File) {
  return {
    body: file as unknown as string,
    bodySerializer: (body: unknown) => body as BodyInit,
    headers: { 'content-type': 'application/octet-stream' },
  };
}
