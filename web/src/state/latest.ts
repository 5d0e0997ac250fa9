/**
 * Keeps a late answer from hiding a newer one. Every question takes its turn; what it brings back
 * counts only as long as no later one was asked.
 *
 *     const turn = latest();
 *     async function load() {
 *       const newest = turn();
 *       const found = await ask();
 *       if (newest()) rows = found;
 *     }
 */
export function latest(): () => () => boolean {
  let asked = 0;
  return () => {
    const mine = ++asked;
    return () => mine === asked;
  };
}
