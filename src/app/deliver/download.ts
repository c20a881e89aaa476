/** Hands a text to the person as a file, under a name that every file system takes. */
export const downloadText = (name: string, text: string, type: string): void =>
  download(fileName(name), new Blob([text], { type }));

/** Hands bytes to the person as a file. */
export function download(name: string, blob: Blob): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement("a");
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** A name that every file system takes. */
export const fileName = (name: string): string =>
  name.replace(/[^A-Za-z0-9.]+/g, "-").replace(/^-+|-+$/g, "") || "component";
