import type { NewBundle } from '@jocund/contract';
import { makeBundle } from './make-bundle.ts';
import type { FromBundleProcess, ToBundleProcess } from './messages.ts';

/** The process beside the server in which a bundle is made, so that nobody's request waits for it. */
const send = (message: FromBundleProcess) => process.send?.(message);

/** Goes on when the server has written down what it was sent. */
let goOn: () => void = () => undefined;

async function make(bundle: NewBundle): Promise<void> {
  await makeBundle(bundle, {
    write: (bytes) => send({ kind: 'bytes', bytes }),
    tell: (filesDone, now) =>
      new Promise((resolve) => {
        goOn = resolve;
        send({ kind: 'file', filesDone, now });
      }),
  });
  send({ kind: 'done' });
}

process.on('message', (message: ToBundleProcess) => {
  if (message.kind === 'go-on') {
    goOn();
    return;
  }
  make(message.bundle).catch((error: unknown) =>
    send({ kind: 'failed', reason: error instanceof Error ? error.message : String(error) }),
  );
});
process.on('disconnect', () => process.exit(0));
