/** The bytes of a file in the browser, piece by piece. */
export async function* chunksOf(file: Pick<Blob, 'stream'>): AsyncGenerator<Uint8Array> {
  const reader = file.stream().getReader();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return;
    yield value;
  }
}
