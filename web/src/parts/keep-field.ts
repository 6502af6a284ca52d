/**
 * Installs the worker that keeps the pages of the field on this device, and names the cards that it is to keep: of those who stand on the page.
 *
 * @param bibs of the campers whose cards are opened at the field
 */
export async function keepField(bibs: readonly number[], standIn: boolean): Promise<void> {
  if (!('serviceWorker' in navigator)) return;
  await navigator.serviceWorker.register('/field-worker.js', { scope: '/' });
  const { active } = await navigator.serviceWorker.ready;
  active?.postMessage({ cards: bibs.map((bib) => `/campers/${bib}/card`), standIn });
}
