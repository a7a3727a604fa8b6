/** Lets the practice room open without a connection, where the browser can: its files are kept. */
export function openOffline(): void {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  void navigator.serviceWorker.register('/practice-worker.js', { scope: '/practice' }).catch(() => undefined);
}
