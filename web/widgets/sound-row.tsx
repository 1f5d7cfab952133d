import { acceptOf, readable } from '../../formats/readable';
import type { SoundParameter } from '../../core/document/parameters';
import { importSound } from '../simulation/sounds';
import { useScene } from '../state/scene-store';
import { KeptRow } from './kept-row';

/** A sound of the scene, of which its loudness is kept. */
export function SoundRow({
  parameter,
  value,
  onChange,
}: {
  parameter: SoundParameter;
  value: string;
  onChange: (value: string) => void;
}) {
  const { sounds } = useScene();
  const { label, help } = parameter;
  return (
    <KeptRow
      label={label}
      help={help}
      noun="Sound"
      items={sounds}
      value={value}
      accept={acceptOf(readable.sound)}
      onChange={onChange}
      onFile={(file) => importSound(file).then(({ hash }) => hash)}
    />
  );
}
