import { stringNumbers, tuningLetters, type StringNumber } from '@jocund/core/instrument';
import { Link } from 'react-router';
import { useState } from 'react';
import { useUser } from '../api/queries.ts';
import { PlanTable } from '../tuning-view/plan-table.tsx';
import { Choice } from '../ui/choice.tsx';
import { QueryMark } from '../ui/query-mark.tsx';
import { tuningText } from '../ui/guitar.ts';
import { DecimalField } from '../ui/decimal-field.tsx';
import { useSettings } from '../ui/settings.ts';
import { Stepper } from '../ui/stepper.tsx';
import { TuningField } from '../ui/tuning-field.tsx';
import { useNames } from '../ui/use-names.ts';
import { ByEar } from './by-ear.tsx';
import { ByTuner } from './by-tuner.tsx';
import { Drill } from './drill.tsx';
import { useRoom, type Room, type Way } from './use-room.ts';

/** The tuning room: from one tuning to another string by string, by ear or by tuner, and a drill for the ear. */
export function TuningRoomPage() {
  const room = useRoom();
  const key = `${tuningText(room.from)} ${room.from.wholeSemitones ?? 0} ${room.from.a4Hz ?? 440} ${tuningText(room.to)} ${room.to.wholeSemitones ?? 0} ${room.to.a4Hz ?? 440}`;
  return <PlannedRoom key={key} room={room} />;
}

function PlannedRoom({ room }: { room: Room }) {
  const { plan, way } = room;
  const user = useUser();
  const [chosen, setChosen] = useState<StringNumber>(plan.order[0] ?? 6);
  const [done, setDone] = useState<ReadonlySet<StringNumber>>(new Set());
  /** Marks a string as home and goes on to the next one that is not. */
  const bringHome = (string: StringNumber) => {
    const home = new Set(done).add(string);
    setDone(home);
    const next = plan.order.find((each) => !home.has(each)) ?? stringNumbers.find((each) => !home.has(each));
    if (next) setChosen(next);
  };
  const panel = { room, chosen, onChoose: setChosen, done, onHome: bringHome };
  return (
    <div className="flex h-full flex-col overflow-y-auto lg:flex-row lg:overflow-hidden">
      <main className="order-2 min-w-0 flex-1 px-4.5 pb-8 lg:order-1 lg:overflow-y-auto">
        <RoomHead room={room} done={done} />
        {room.unread.length > 0 && (
          <p role="alert" className="flex items-start gap-1.5 pt-2 font-semibold">
            <QueryMark />
            The address names a tuning that cannot be read: “{room.unread.join('”, “')}”. Standard stands in
            for it; choose the right one below.
          </p>
        )}
        {!user.data && !user.isPending && (
          <p className="text-note pt-2">
            You are not signed in. Everything here works; what you count in the drill stays in this browser.{' '}
            <Link to="/sign-in" className="border-b-[1.5px] border-ink1 font-semibold">
              Sign in
            </Link>
          </p>
        )}
        {way !== 'drill' && (
          <section aria-label="The plan" className="mt-3">
            <PlanTable
              plan={plan}
              to={room.to}
              gauges={room.gauges}
              scaleMm={room.scaleMm}
              chosen={chosen}
              onChoose={setChosen}
              done={done}
            />
          </section>
        )}
        <Endpoints room={room} />
      </main>
      <aside
        aria-label="The string in hand"
        tabIndex={0}
        className="order-1 flex-none bg-margin px-3.5 pb-5 lg:order-2 lg:w-[330px] lg:overflow-y-auto lg:border-l lg:border-ink1 lg:pl-5 lg:shadow-[inset_3px_0_0_var(--color-paper),inset_4px_0_0_var(--color-ink1)]"
      >
        <div className="pt-4">
          <Choice<Way>
            label="Way of tuning"
            value={way}
            options={[
              { value: 'ear', label: 'By ear' },
              { value: 'tuner', label: 'By tuner' },
              { value: 'drill', label: 'Ear drill' },
            ]}
            onChange={(next) => room.write('way', next === 'ear' ? '' : next)}
          />
        </div>
        {way === 'ear' && <ByEar {...panel} />}
        {way === 'tuner' && <ByTuner {...panel} />}
        {way === 'drill' && <Drill isSignedIn={Boolean(user.data)} />}
      </aside>
    </div>
  );
}

function RoomHead({ room, done }: { room: Room; done: ReadonlySet<StringNumber> }) {
  const { from, to, plan } = room;
  const shown = useNames();
  const left = plan.order.filter((string) => !done.has(string)).length;
  const letters = tuningLetters(to);
  return (
    <header className="oxford flex flex-wrap items-end justify-between gap-x-6 gap-y-2 pt-4 pb-2">
      <div>
        <h1 className="text-piece leading-none">
          {from.name} to {to.name}
        </h1>
        <p className="pt-1 text-ink1-80">
          {plan.order.length === 0
            ? 'nothing to turn; check every string'
            : left === 0
              ? 'every string is turned; check them all again'
              : `${left} of ${plan.order.length} strings still to turn`}
        </p>
      </div>
      <dl className="flex">
        <Figure label={`${to.name}, 6 to 1`}>{shown(letters)}</Figure>
        {(to.wholeSemitones ?? 0) !== 0 && (
          <Figure label="whole guitar">
            {`${Math.abs(to.wholeSemitones ?? 0)} ${(to.wholeSemitones ?? 0) < 0 ? 'lower' : 'higher'}`}
          </Figure>
        )}
        <Figure label="concert pitch">{`A ${to.a4Hz ?? 440}`}</Figure>
      </dl>
    </header>
  );
}

const Figure = ({ label, children }: { label: string; children: string }) => (
  <div className="border-l border-ink1-40 px-3">
    <dt className="narrow text-label text-ink1-80">{label}</dt>
    <dd className="figure text-[17px] whitespace-nowrap">{children}</dd>
  </div>
);

/** Where the guitar is and where it is to go; the other way round for the way back. */
function Endpoints({ room }: { room: Room }) {
  const { from, to, write } = room;
  const [, setSettings] = useSettings();
  return (
    <section
      aria-label="Tunings"
      className="mt-6 grid max-w-2xl gap-5 border-t-[1.5px] border-ink1 pt-3 sm:grid-cols-2"
    >
      <div>
        <TuningField
          label="The guitar is in"
          value={from}
          onChange={(tuning) => {
            setSettings({ today: tuningText(tuning) });
            write('from', tuningText(tuning));
          }}
        />
      </div>
      <div>
        <TuningField label="Tune it to" value={to} onChange={(tuning) => write('to', tuningText(tuning))} />
      </div>
      <Stepper
        label="Whole guitar, semitones"
        value={to.wholeSemitones ?? 0}
        low={-7}
        high={5}
        onChange={(whole) => write('whole', whole === 0 ? '' : String(whole))}
      />
      <DecimalField
        label="Concert pitch, A in Hz"
        value={to.a4Hz ?? 440}
        low={390}
        high={490}
        onChange={(hz) => write('a4', hz === 440 ? '' : String(hz))}
      />
      <BackPlan room={room} />
    </section>
  );
}

/** The way back, once there: the same plan with its ends exchanged, as standard again after the lesson. */
function BackPlan({ room }: { room: Room }) {
  const { from, to } = room;
  const back = new URLSearchParams({
    from: tuningText(to),
    to: tuningText(from),
    ...plainNumbers({ fromWhole: to.wholeSemitones, whole: from.wholeSemitones }, 0),
    ...plainNumbers({ fromA4: to.a4Hz, a4: from.a4Hz }, 440),
  });
  return (
    <p className="sm:col-span-2">
      <Link
        to={`/tuning-room?${back.toString()}`}
        className="border-b-[1.5px] border-ink1 font-semibold hover:bg-ink1-12"
      >
        The way back, {to.name} to {from.name}
      </Link>
    </p>
  );
}

/** Numbers for an address, without those that are as usual. */
const plainNumbers = (
  numbers: Readonly<Record<string, number | undefined>>,
  usual: number,
): Record<string, string> =>
  Object.fromEntries(
    Object.entries(numbers).flatMap(([name, value]) =>
      value === undefined || value === usual ? [] : [[name, String(value)]],
    ),
  );
