/**
 * Lets the practice room open without a connection, where the browser can: its files are kept. The whole house is its scope, or the workers of the page, which lie among the files, would not be
 * served by it; pages of other rooms it leaves to the server.
 */
export function openOffline(): void {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  void navigator.serviceWorker.register('/practice-worker.js').catch(() => undefined);
}
