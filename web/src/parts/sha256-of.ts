/** The SHA-256 of a film, in hexadecimal digits. Only over HTTPS, or on the machine itself: nowhere else a browser reckons it. */
export async function sha256Of(film: Blob): Promise<string> {
  const sum = await crypto.subtle.digest('SHA-256', await film.arrayBuffer());
  return [...new Uint8Array(sum)].map((b) => b.toString(16).padStart(2, '0')).join('');
}
