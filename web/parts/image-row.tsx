import { useRef, useState } from 'react';
import type { ImageParameter } from '../../core/describe/parameters';
import { api } from '../api';
import { loadAssets } from '../stage/scene-assets';
import { editScene, openedScene, useScene } from '../store/scene-store';

/** An image of the scene: chosen from those it has, or brought in from a file. */
export function ImageRow({ parameter, value, onChange }: { parameter: ImageParameter; value: string; onChange: (value: string) => void }) {
  const { images } = useScene();
  const input = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const [refused, setRefused] = useState<string>();

  async function take(file: File | undefined): Promise<void> {
    if (!file) return;
    setBusy(true);
    setRefused(undefined);
    try {
      const image = await api.addImage(file);
      if (!openedScene().images.some((i) => i.hash === image.hash)) editScene((scene) => void scene.images.push(image));
      await loadAssets(openedScene());
      onChange(image.hash);
    } catch (error) {
      setRefused((error as Error).message);
    }
    setBusy(false);
    input.current!.value = '';
  }

  return (
    <div
      className="border-b border-rule/60 py-1"
      title={parameter.help}
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        void take(event.dataTransfer.files[0]);
      }}
    >
      <div className="flex items-baseline justify-between gap-2">
        <span className="text-second">{parameter.label}</span>
        <span className="flex items-baseline gap-1">
          {images.length > 0 && (
            <select
              aria-label="Image of the scene"
              className="num max-w-28 rounded-sm bg-transparent hover:bg-raised"
              value={value}
              onChange={(event) => onChange(event.currentTarget.value)}
            >
              <option value="">none</option>
              {images.map((image) => (
                <option key={image.hash} value={image.hash}>
                  {image.name}
                </option>
              ))}
            </select>
          )}
          <button className="line-button" disabled={busy} onClick={() => input.current!.click()}>
            {busy ? 'Reading …' : 'Choose a file'}
          </button>
        </span>
      </div>
      <input
        ref={input}
        type="file"
        hidden
        accept="image/png,image/jpeg"
        aria-label="Image file"
        onChange={(event) => void take(event.currentTarget.files?.[0])}
      />
      {refused && (
        <p role="alert" className="mt-1 text-xs text-signal">
          {refused}
        </p>
      )}
    </div>
  );
}
