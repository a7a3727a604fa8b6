import { backupPath } from '@jocund/contract';

/** The whole studio as one file, to be kept somewhere else. */
export const BackupPart = () => (
  <section aria-labelledby="backup" className="mt-8 max-w-xl">
    <h2 id="backup" className="text-head">
      A backup
    </h2>
    <p className="pt-1.5 pb-3">
      Everything of the studio in one zip: pieces with their history, people, lessons, what was practised. It
      is made while everybody goes on. Keep it as you keep your keys: it holds what is known of your students.
    </p>
    <a
      className="inline-flex min-h-8 items-center rounded-plate border-[1.2px] border-ink1 bg-white px-3 font-semibold hover:bg-ink1-12"
      href={backupPath}
      download
    >
      Take a backup
    </a>
    <p className="text-note pt-2">
      It is put back on the first page of a new Jocund, or with <code>npm run restore</code>, on this machine
      or another.
    </p>
  </section>
);
