import { lazy, Suspense, type ReactNode } from 'react';
import { AtOnce, useBench } from './bench-context.tsx';
import { useVersions } from './form/use-versions.ts';
import { MelodyMargin } from './melody/melody-margin.tsx';
import { Legend } from './score/legend.tsx';
import { ScoreEditor } from './score/score-editor.tsx';
import { ScoreInWords } from './score/score-in-words.tsx';
import type { StageId } from '../ui/stages-of-work.ts';
import { useRungs } from './studies/rungs-context.tsx';
import { TransportBar } from './transport/transport-bar.tsx';

/** Stages are split off; the melody stage, which a piece opens on, comes with the bench. */
const ListenSheet = lazy(async () => ({ default: (await import('./listen/listen-sheet.tsx')).ListenSheet }));
const ListenMargin = lazy(async () => ({
  default: (await import('./listen/listen-margin.tsx')).ListenMargin,
}));
const ListenTransport = lazy(async () => ({
  default: (await import('./listen/listen-transport.tsx')).ListenTransport,
}));
const TuningPlan = lazy(async () => ({ default: (await import('./tuning/tuning-plan.tsx')).TuningPlan }));
const TuningMargin = lazy(async () => ({
  default: (await import('./tuning/tuning-margin.tsx')).TuningMargin,
}));
const GripsPage = lazy(async () => ({ default: (await import('./shapes/grips-page.tsx')).GripsPage }));
const ShapesMargin = lazy(async () => ({
  default: (await import('./shapes/shapes-margin.tsx')).ShapesMargin,
}));
const ThumbMargin = lazy(async () => ({ default: (await import('./thumb/thumb-margin.tsx')).ThumbMargin }));
const FormSheet = lazy(async () => ({ default: (await import('./form/form-sheet.tsx')).FormSheet }));
const FormMargin = lazy(async () => ({ default: (await import('./form/form-margin.tsx')).FormMargin }));
const StudiesSheet = lazy(async () => ({
  default: (await import('./studies/studies-sheet.tsx')).StudiesSheet,
}));
const StudiesMargin = lazy(async () => ({
  default: (await import('./studies/studies-margin.tsx')).StudiesMargin,
}));
const Handout = lazy(async () => ({ default: (await import('./handout/handout.tsx')).Handout }));
const HandoutMargin = lazy(async () => ({
  default: (await import('./handout/handout-margin.tsx')).HandoutMargin,
}));

const scoreStage = (props: { voice: 'thumb' | 'melody' | undefined; hasCursor: boolean }): ReactNode => (
  <>
    <AtOnce>
      <ScoreEditor {...props} />
    </AtOnce>
    <Legend />
    <ScoreInWords />
  </>
);

const sheets: Record<StageId, ReactNode> = {
  listen: <ListenSheet />,
  tuning: (
    <>
      <TuningPlan />
      {scoreStage({ voice: undefined, hasCursor: false })}
    </>
  ),
  shapes: (
    <>
      <GripsPage />
      {scoreStage({ voice: undefined, hasCursor: true })}
    </>
  ),
  thumb: scoreStage({ voice: 'thumb', hasCursor: true }),
  melody: scoreStage({ voice: 'melody', hasCursor: true }),
  form: <FormSheet />,
  studies: <StudiesSheet />,
  handout: <Handout />,
};

const margins: Record<StageId, ReactNode> = {
  listen: <ListenMargin />,
  tuning: <TuningMargin />,
  shapes: <ShapesMargin />,
  thumb: <ThumbMargin />,
  melody: <MelodyMargin />,
  form: <FormMargin />,
  studies: <StudiesMargin />,
  handout: <HandoutMargin />,
};

const ListenProvider = lazy(async () => ({
  default: (await import('./listen/listen-context.tsx')).ListenProvider,
}));

/** What the sheet, the margin and the foot of a stage share beside the bench. */
export const StageRoom = ({ stage, children }: { stage: StageId; children: ReactNode }) =>
  stage === 'listen' ? (
    <Suspense fallback={<div className="flex-1" />}>
      <ListenProvider>{children}</ListenProvider>
    </Suspense>
  ) : (
    children
  );

/** What lies on the sheet at a stage. */
export const StageSheet = ({ stage }: { stage: StageId }) => (
  <Suspense fallback={null}>{sheets[stage]}</Suspense>
);

/** What the margin asks at a stage. */
export const StageMargin = ({ stage }: { stage: StageId }) => (
  <Suspense fallback={<div className="flex-none bg-margin lg:w-[294px]" />}>{margins[stage]}</Suspense>
);

/** The transport plays the piece; on Listen the recording; on Studies and Handout the chosen rung, which is only cut there. */
export const StageTransport = ({ stage }: { stage: StageId }) =>
  stage === 'listen' ? (
    <Suspense fallback={<div className="h-13.5 flex-none bg-ink1" />}>
      <ListenTransport />
    </Suspense>
  ) : stage === 'studies' || stage === 'handout' ? (
    <RungTransport />
  ) : stage === 'form' ? (
    <FormTransport />
  ) : (
    <PieceTransport />
  );

function PieceTransport() {
  const { score } = useBench();
  return <TransportBar score={score} />;
}

/** Two sections that are held beside each other are heard against each other, too. */
function FormTransport() {
  const { score } = useBench();
  return <TransportBar score={score} versions={useVersions()} />;
}

function RungTransport() {
  const { score } = useBench();
  const { chosen } = useRungs();
  return <TransportBar score={chosen?.score ?? score} />;
}
