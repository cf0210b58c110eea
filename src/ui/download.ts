/** Has the browser keep what is at an address, under the name that it is sent with. */
export function download(address: string): void {
  const a = document.createElement('a');
  a.href = address;
  a.download = '';
  a.click();
}
