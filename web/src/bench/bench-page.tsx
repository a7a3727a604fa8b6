import { RefusedRequest, type Arrangement } from '@jocund/contract';
import { useEffect, useState } from 'react';
import { Navigate, useLocation, useNavigate, useParams } from 'react-router';
import { useArrangement, useDraftKey } from '../api/queries.ts';
import { rememberBench } from '../ui/last-bench.ts';
import { ErrorNote, LoadingNote } from '../ui/notice.tsx';
import { AtOnce, BenchProvider, useBench } from './bench-context.tsx';
import { HelpPanel } from './help-panel.tsx';
import { HistoryPanel } from './saving/history-panel.tsx';
import { TapPad } from './score/tap-pad.tsx';
import { LeftDrafts } from './saving/left-drafts.tsx';
import { StaleQuestion } from './saving/stale-question.tsx';
import { RungsProvider } from './studies/rungs-context.tsx';
import { StageRail } from './stage-rail.tsx';
import { StageMargin, StageRoom, StageSheet, StageTransport } from './stage-views.tsx';
import type { StageId } from '../ui/stages-of-work.ts';
import { isStage } from './stages.ts';
import { TitleBlock } from './title-block.tsx';
import { useBenchKeys } from './use-bench-keys.ts';
import { unreadableIn, UnreadablePiece } from './unreadable-piece.tsx';
import { useBenchSession, useSaveState, useStaleChoices, type BenchSession } from './use-bench-session.ts';

/** The bench: one piece under work, at the stage the address names. */
export function BenchPage() {
  const { arrangementId = '', stage } = useParams();
  const { pathname, search } = useLocation();
  const navigate = useNavigate();
  const arrangement = useArrangement(arrangementId);
  useEffect(() => rememberBench(pathname + search), [pathname, search]);
  if (!isStage(stage)) return <Navigate to={`/bench/${arrangementId}/melody`} replace />;
  if (arrangement.isPending) return <LoadingNote title="Laying the piece on the bench" text="One moment." />;
  if (arrangement.isError) {
    const { error } = arrangement;
    const unreadable = unreadableIn(error);
    if (unreadable)
      return (
        <UnreadablePiece
          unreadable={unreadable}
          reason={error.message}
          onMended={() => void arrangement.refetch()}
        />
      );
    return (
      <main className="m-8 max-w-xl">
        <ErrorNote
          title="The piece cannot be opened"
          text={
            error instanceof RefusedRequest
              ? `${error.error.message}. ${error.error.remedy}.`
              : 'The server cannot be reached. What you wrote is kept in this browser.'
          }
          actions={[
            { label: 'Try again', act: () => void arrangement.refetch() },
            { label: 'To the repertoire', act: () => void navigate('/repertoire') },
          ]}
        />
      </main>
    );
  }
  return <OpenBench key={arrangementId} arrangement={arrangement.data} stage={stage} />;
}

function OpenBench({ arrangement, stage }: { arrangement: Arrangement; stage: StageId }) {
  const key = useDraftKey();
  if (key.isPending) return <LoadingNote title="Laying the piece on the bench" text="One moment." />;
  return <KeyedBench arrangement={arrangement} stage={stage} draftKey={key.data} />;
}

interface KeyedBenchProps {
  readonly arrangement: Arrangement;
  readonly stage: StageId;
  /** Undefined when the server gave none: then this browser keeps nothing. */
  readonly draftKey: Uint8Array | undefined;
}

function KeyedBench({ arrangement, stage, draftKey }: KeyedBenchProps) {
  const session = useBenchSession(arrangement, draftKey);
  if (!session)
    return (
      <LoadingNote title="Laying the piece on the bench" text="Looking for unsaved work in this browser." />
    );
  return (
    <BenchProvider arrangementId={arrangement.id} store={session.store} player={session.player}>
      <BenchRoom session={session} stage={stage} />
    </BenchProvider>
  );
}

function BenchRoom({ session, stage }: { session: BenchSession; stage: StageId }) {
  const { arrangementId, edit, isTapping, setTapping } = useBench();
  const [panel, setPanel] = useState<'help' | 'history' | undefined>();
  useBenchKeys(() => setPanel('help'));
  return (
    <RungsProvider isWanted={stage === 'studies' || stage === 'handout'}>
      <PageTitle />
      <div className="flex h-full flex-col print:block print:h-auto">
        <StageRail />
        <StageRoom stage={stage}>
          <div className="flex min-h-0 flex-1 flex-col overflow-y-auto lg:flex-row lg:overflow-hidden print:block print:overflow-visible">
            <main className="min-w-0 flex-1 lg:overflow-y-auto print:overflow-visible">
              <TitleBlock
                autosave={session.autosave}
                onHistory={() => setPanel('history')}
                onHelp={() => setPanel('help')}
              />
              <LeftDrafts arrangementId={arrangementId} drafts={session.left} />
              <StageSheet stage={stage} />
            </main>
            <StageMargin stage={stage} />
          </div>
          {isTapping && (stage === 'melody' || stage === 'thumb') ? (
            <AtOnce>
              <TapPad voice={stage} onDone={() => setTapping(false)} />
            </AtOnce>
          ) : (
            <StageTransport stage={stage} />
          )}
        </StageRoom>
        {panel === 'help' && <HelpPanel onClose={() => setPanel(undefined)} />}
        {panel === 'history' && (
          <HistoryPanel
            arrangementId={arrangementId}
            onClose={() => setPanel(undefined)}
            onBringBack={(old) => edit(() => old)}
          />
        )}
        <StaleSave session={session} />
      </div>
    </RungsProvider>
  );
}

function PageTitle() {
  const { score } = useBench();
  useEffect(() => {
    document.title = `${score.title} · Jocund`;
    return () => {
      document.title = 'Jocund';
    };
  }, [score.title]);
  return null;
}

/** Asks which version to keep, where a save was refused as stale. */
function StaleSave({ session }: { session: BenchSession }) {
  const { score } = useBench();
  const save = useSaveState(session.autosave);
  const { keepMine, takeTheirs } = useStaleChoices(session, save);
  return save.kind === 'stale' ? (
    <StaleQuestion mine={score} current={save.current} onKeepMine={keepMine} onTakeTheirs={takeTheirs} />
  ) : null;
}
