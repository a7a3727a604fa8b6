/**
 * Which tabs of this browser live. A tab's name is made anew at every loading of the page, so that a tab that was duplicated has one of
 * its own; what a reload leaves behind is found by the name it had before.
 */
const nameKey = 'jocund.tab';

const newName = (): string =>
  [...crypto.getRandomValues(new Uint8Array(12))].map((byte) => byte.toString(16).padStart(2, '0')).join('');

/** This loading of the page. */
export const tabName: string = newName();

/** What this tab was called before it was reloaded, if it was. A duplicated tab reads the name of the one it was made from. */
const nameBefore: string | null = sessionStorage.getItem(nameKey);
sessionStorage.setItem(nameKey, tabName);

const lockOf = (name: string): string => `jocund.tab.${name}`;

/** Browsers offer locks to pages served securely or from this machine; elsewhere tabs ask each other. */
const hasLocks = (): boolean => 'locks' in navigator;

const channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('jocund.tabs');

/** Says for as long as the page lives that it lives. Once is enough. */
export const claimTab: () => void = (() => {
  let isClaimed = false;
  return () => {
    if (isClaimed) return;
    isClaimed = true;
    if (hasLocks()) void navigator.locks.request(lockOf(tabName), () => new Promise(() => undefined));
    channel?.addEventListener('message', ({ data }) => {
      if (data === 'who lives?') channel.postMessage({ lives: tabName });
    });
  };
})();

/** How long tabs without locks are given to answer, and the page before a reload to let go of its name. */
const answerMs = 300;

/** Names of the tabs that live now. The page that a reload has just ended is waited for. */
export async function livingTabs(): Promise<ReadonlySet<string>> {
  if (!hasLocks()) return askOthers();
  if (nameBefore) await letGo(lockOf(nameBefore));
  const { held = [] } = await navigator.locks.query();
  return new Set(held.map(({ name = '' }) => name.replace('jocund.tab.', '')));
}

/** Waits until nobody holds a lock, but not long: a duplicated tab's original goes on holding it. */
async function letGo(name: string): Promise<void> {
  try {
    await navigator.locks.request(name, { signal: AbortSignal.timeout(answerMs) }, () => undefined);
  } catch {
    // Still held: its tab lives.
  }
}

function askOthers(): Promise<ReadonlySet<string>> {
  if (!channel) return Promise.resolve(new Set());
  const living = new Set<string>();
  const hear = ({ data }: MessageEvent<unknown>) => {
    if (typeof data === 'object' && data !== null && 'lives' in data) living.add(String(data.lives));
  };
  channel.addEventListener('message', hear);
  channel.postMessage('who lives?');
  return new Promise((resolve) => {
    setTimeout(() => {
      channel.removeEventListener('message', hear);
      resolve(living);
    }, answerMs);
  });
}
