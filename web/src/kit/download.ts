/** Hands a file to whoever sits at the device, by a name that any device takes. */
export function download(file: Blob, name: string, extension: string) {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(file);
  link.download = `${name.replace(/[^\w-]+/g, "-")}.${extension}`;
  link.click();
  URL.revokeObjectURL(link.href);
}
