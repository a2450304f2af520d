/** Hands a file to the browser to keep. */
export function download(name: string, content: string | Uint8Array | Blob, type: string): void {
  const part = content instanceof Uint8Array ? new Uint8Array(content) : content;
  const url = URL.createObjectURL(part instanceof Blob ? part : new Blob([part], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
