/** Hands a file to the browser, which keeps it where its downloads go. */
export const save = (name: string, blob: Blob): void => {
  const url = URL.createObjectURL(blob);
  follow(url, name);
  // Not at once: a browser may begin to read it only after this.
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
};

/** Has the browser itself download what is at an address. */
export const follow = (href: string, name = ''): void => {
  const link = document.createElement('a');
  link.href = href;
  link.download = name;
  link.click();
};
