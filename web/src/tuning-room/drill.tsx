import { drawDrill, judgeDrill, type DrillResult, type EarDrill } from '@jocund/core/listening';
import { frequencyHz } from '@jocund/core/pitch';
import { useEffect, useState } from 'react';
import { StringSounder } from '../sound/string-sounder.ts';
import { BeatEnvelope } from '../tuning-view/beat-envelope.tsx';
import { centsText } from '../tuning-view/reference-words.ts';
import { Button } from '../ui/button.tsx';
import { counted } from '../ui/words.ts';
import { realBeats, useDrills } from './drill-log.ts';

const shownDrills = 8;

/** Two strings a little apart: listen, tap every beat, and see how many there were. */
export function Drill({ isSignedIn }: { isSignedIn: boolean }) {
  const [drill, setDrill] = useState<EarDrill>(() => drawDrill(Math.random));
  const [taps, setTaps] = useState(0);
  const [result, setResult] = useState<DrillResult | undefined>();
  const [sounder] = useState(() => new StringSounder());
  const { drills, log } = useDrills(isSignedIn);
  useEffect(() => () => sounder.close(), [sounder]);

  const listen = () => {
    setTaps(0);
    void sounder.pluck({
      string: frequencyHz(drill.targetMidi + drill.detuneCents / 100),
      reference: frequencyHz(drill.referenceMidi),
    });
  };
  const tell = () => {
    sounder.damp();
    setResult(judgeDrill(drill, taps));
    const { relation, targetMidi, referenceMidi, detuneCents, seconds } = drill;
    log({ relation, targetMidi, referenceMidi, detuneCents, seconds, countedBeats: taps });
  };
  const again = () => {
    setDrill(drawDrill(Math.random));
    setResult(undefined);
    setTaps(0);
  };
  return (
    <>
      <h2 className="pt-3 text-head">Count the beats</h2>
      <p className="text-note mt-1">
        Two strings {drill.relation === 'unison' ? 'on one note' : 'an octave apart'}, a little out of tune.
        Count for {drill.seconds} seconds: tap at each swell.
      </p>
      {result ? (
        <Answer drill={drill} result={result} onAgain={again} />
      ) : (
        <div className="mt-3 border-t-[1.5px] border-ink1 pt-3">
          <p className="figure text-hero leading-none" aria-live="polite" data-testid="taps">
            {taps}
          </p>
          <div className="mt-3 flex flex-wrap gap-2">
            <Button look="solid" onClick={listen}>
              Hear the pair
            </Button>
            <Button className="min-w-28" onClick={() => setTaps(taps + 1)}>
              Tap a beat
            </Button>
            <Button onClick={tell}>That is all</Button>
          </div>
          <p className="narrow text-note mt-2 text-ink1-80">Keep headphones low.</p>
        </div>
      )}
      <section className="mt-5 border-t-[1.5px] border-ink1 pt-2">
        <h3 className="text-base">Counted so far</h3>
        {drills.length === 0 ? (
          <p className="text-note">Nothing yet.</p>
        ) : (
          <table className="text-note mt-1 w-full">
            <thead className="narrow text-left">
              <tr className="border-b border-ink1">
                <th className="font-normal">off by</th>
                <th className="font-normal">there were</th>
                <th className="font-normal">counted</th>
              </tr>
            </thead>
            <tbody>
              {drills.slice(0, shownDrills).map((each, index) => (
                <tr key={index} className="border-b border-ink1-22">
                  <td>{centsText(each.detuneCents)} ¢</td>
                  <td className="figure">{realBeats(each).toFixed(1)}</td>
                  <td className="figure">{each.countedBeats}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </section>
    </>
  );
}

function Answer({ drill, result, onAgain }: { drill: EarDrill; result: DrillResult; onAgain: () => void }) {
  return (
    <div className="mt-3 border-t-[1.5px] border-ink1 pt-3" role="status">
      <p className="figure text-head">
        {result.isRight ? 'Right' : 'Not quite'}: there were {result.realBeats.toFixed(1)}
      </p>
      <div className="mt-2">
        <BeatEnvelope beatHz={drill.beatHz} seconds={drill.seconds} width={288} height={46} />
      </div>
      <p className="mt-2">
        You counted {counted(result.countedBeats, 'beat')} in {drill.seconds} seconds. The string is{' '}
        {Math.abs(drill.detuneCents).toFixed(1)} cents {drill.detuneCents < 0 ? 'flat' : 'sharp'}
        {result.isRight
          ? '.'
          : `; your count would mean ${Math.abs(drill.detuneCents + Math.sign(drill.detuneCents) * result.errorCents).toFixed(1)}.`}
      </p>
      <Button look="solid" className="mt-3" onClick={onAgain}>
        Another pair
      </Button>
    </div>
  );
}
