import { Fold } from '../../ui/fold.tsx';
import { numberOfBar, notesInStretch } from '@jocund/core/score';
import { Button } from '../../ui/button.tsx';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import { FretsToTap } from './frets-to-tap.tsx';
import { KeyButton } from './key-button.tsx';
import { RiffPart } from './riff-part.tsx';
import { keyWords, noteKeys } from './note-keys.ts';
import { stretchWords } from './selection.ts';
import { stretchKeys } from './stretch-keys.ts';
import { useClipboard } from './use-clipboard.ts';
import { useStretchCommands } from './use-stretch-commands.ts';

/** What can be done with the selected notes, each with its key; without a selection, how to make one. */
export function SelectionPart({ voice }: { voice: 'thumb' | 'melody' }) {
  const { score, cursor, setCursor, extendTo, pointingSelects, setPointingSelects } = useBench();
  const { selection } = useStretchCommands(voice);
  const clipboard = useClipboard(voice);
  if (!selection) {
    return (
      <MarginPart>
        <p className="flex flex-wrap gap-x-3 gap-y-1">
          <Button
            look="plain"
            className="text-note"
            onClick={() => {
              extendTo(cursor);
              setPointingSelects(true);
            }}
          >
            Select from here
          </Button>
          <Button look="plain" className="text-note" onClick={clipboard.copy}>
            Copy bar {numberOfBar(score, cursor.bar)}
          </Button>
          <Button look="plain" className="text-note" onClick={clipboard.paste}>
            Lay down what is copied
          </Button>
          <Button look="plain" className="text-note" onClick={clipboard.pasteRiff}>
            Lay it as a riff that follows
          </Button>
        </p>
        <RiffPart voice={voice} />
        <FretsToTap voice={voice} />
      </MarginPart>
    );
  }
  const notes = notesInStretch(score, selection).map(({ note }) => note);
  return (
    <MarginPart title="Selected" note={stretchWords(score, selection)}>
      {pointingSelects && (
        <p className="text-note pb-2" role="status">
          Point at the last slot to be selected.
        </p>
      )}
      <ul className="grid gap-1.5">
        <KeyButton words="copy" shownKey="Ctrl C" act={clipboard.copy} />
        <KeyButton words="cut" shownKey="Ctrl X" act={clipboard.cut} />
        <StretchCommands voice={voice} />
        <KeyButton words="let go" shownKey="Esc" act={() => setCursor(cursor)} />
      </ul>
      <Fold title="Mark all of them">
        {() => (
          <>
            <MarkAll voice={voice} isOn={(key) => notes.length > 0 && notes.every(key.isOn)} />
          </>
        )}
      </Fold>
    </MarginPart>
  );
}

/** Moving the selected notes, or the one under the cursor. */
export function StretchCommands({ voice }: { voice: 'thumb' | 'melody' }) {
  const { run } = useStretchCommands(voice);
  return stretchKeys.map((command) => (
    <KeyButton
      key={command.shownKey}
      words={command.words}
      shownKey={command.shownKey}
      act={() => run(command)}
    />
  ));
}

function MarkAll({
  voice,
  isOn,
}: {
  voice: 'thumb' | 'melody';
  isOn: (noteKey: (typeof noteKeys)[number]) => boolean;
}) {
  const { mark } = useStretchCommands(voice);
  return (
    <ul className="mt-2 grid grid-cols-2 gap-1.5">
      {noteKeys.map((noteKey) => (
        <KeyButton
          key={noteKey.key}
          words={noteKey.words}
          shownKey={keyWords(noteKey.key)}
          isOn={isOn(noteKey)}
          act={() => mark(noteKey)}
        />
      ))}
    </ul>
  );
}
