import { useState } from 'react';
import { TextField } from '../../ui/field.tsx';
import { Stepper } from '../../ui/stepper.tsx';
import { useBench } from '../bench-context.tsx';
import { swingWords } from '@jocund/core/engraving';

/** Title, player, tempo and feel. */
export function PiecePart() {
  const { score, edit } = useBench();
  const [title, setTitle] = useState(score.title);
  const [player, setPlayer] = useState(score.player);
  const take = () => {
    const named = title.trim() || score.title;
    if (named !== score.title || player.trim() !== score.player)
      edit((each) => ({ ...each, title: named, player: player.trim() }));
  };
  return (
    <>
      <TextField
        label="Title"
        maxLength={120}
        value={title}
        onChange={(event) => setTitle(event.target.value)}
        onBlur={take}
      />
      <TextField
        label="After which player"
        className="mt-3 mb-4"
        maxLength={120}
        value={player}
        onChange={(event) => setPlayer(event.target.value)}
        onBlur={take}
      />
      <Stepper
        label="Tempo, ♩ a minute"
        value={score.tempoBpm}
        low={20}
        high={320}
        onChange={(tempoBpm) => edit((each) => ({ ...each, tempoBpm }))}
      />
      <div className="mt-2">
        <Stepper
          label={`Swing, ${swingWords(score.swingPercent)}`}
          value={score.swingPercent}
          low={50}
          high={80}
          onChange={(swingPercent) => edit((each) => ({ ...each, swingPercent }))}
          describe={swingWords}
        />
      </div>
    </>
  );
}
