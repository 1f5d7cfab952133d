import type { NumberParameter } from '../../../core/document/parameters';
import { renderParameters } from '../../../core/document/descriptions';
import type { RenderSetUp } from '../../../core/document/scene';
import { formatOf, renderFormats } from '../../../formats/render-formats';
import { ALPHA_WORDS, type AlphaName, type SplitName } from '../../../formats/render-settings';
import type { BitsName } from '../../../formats/render-formats/format';
import { useScene } from '../../state/scene-store';
import { Choice, LabelledRow } from '../../widgets/labelled-row';
import { NumberRow } from '../../widgets/number-field';
import { NameRow } from './name-row';
import { editSetUp, setSpan, settingsOf, setUpsOf } from './set-ups';
import { SIZES, sizeName, sizeOfName } from './sizes';

const OF_PICTURE = 'as the picture';

/** The size of one render, where it is not that of the picture. */
function SizeRows({ setUp, index }: { setUp: RenderSetUp; index: number }) {
  const own = setUp.width > 0 && setUp.height > 0;
  const name = own ? sizeName(setUp) : OF_PICTURE;
  const options = [OF_PICTURE, ...SIZES, ...(own && !SIZES.includes(name) ? [name] : [])];
  return (
    <>
      <LabelledRow label="Render size" help="The size of this render. The picture has a size of its own below.">
        <Choice
          label="Render size"
          value={name}
          options={options.map((size) => ({ value: size, label: size }))}
          onChange={(size) => editSetUp(index, sizeOfName(size))}
        />
      </LabelledRow>
      {own &&
        (['width', 'height'] as const).map((side) => (
          <NumberRow
            key={side}
            label={renderParameters[side].label}
            value={setUp[side]}
            parameter={{ ...renderParameters[side], min: 16, default: 1280 }}
            onChange={(value) => editSetUp(index, { [side]: value })}
          />
        ))}
    </>
  );
}

/** The settings of one way of rendering the scene. */
export function SetUpRows({ index, children }: { index: number; children?: React.ReactNode }) {
  const scene = useScene();
  const setUp = setUpsOf(scene)[index]!;
  const settings = settingsOf(setUp, scene);
  const { bits, alpha, layers, split, from, through, every, pattern } = settings;
  const format = formatOf(settings.format);
  const { first, last } = scene.time;
  const set = (by: Partial<RenderSetUp>) => editSetUp(index, by);
  const frameBox: NumberParameter = {
    ...renderParameters.from,
    default: first,
    min: first,
    max: last,
    usual: [first, last],
  };
  const choices: readonly AlphaName[] = format.alpha
    ? ['none', 'straight', ...(format.frames ? (['premultiplied'] as const) : [])]
    : [];
  return (
    <>
      <LabelledRow label="Format" help={renderParameters.format.help}>
        <Choice
          label="Format"
          value={format.name}
          options={renderFormats.map(({ name, label }) => ({ value: name, label }))}
          onChange={(value) => set({ format: value })}
        />
      </LabelledRow>
      {format.bits.length > 0 && (
        <LabelledRow label="Depth" help={renderParameters.bits.help}>
          <Choice
            label="Depth"
            value={bits}
            options={renderParameters.bits.options.filter(({ value }) => format.bits.includes(value))}
            onChange={(value) => set({ bits: value as BitsName })}
          />
        </LabelledRow>
      )}
      {choices.length > 0 && (
        <>
          <LabelledRow label="Alpha" help={ALPHA_WORDS[alpha]}>
            <Choice
              label="Alpha"
              value={alpha}
              options={choices.map((value) => ({ value, label: value }))}
              onChange={(value) => set({ alpha: value as AlphaName })}
            />
          </LabelledRow>
          <p className="py-1 text-xs text-second">{ALPHA_WORDS[alpha]}</p>
        </>
      )}
      {format.layers && (
        <LabelledRow label="Layers" help={renderParameters.layers.help}>
          <input
            type="checkbox"
            aria-label="Depth, velocity and number as layers"
            className="justify-self-end accent-lamp"
            checked={layers}
            onChange={(event) => set({ layers: event.currentTarget.checked })}
          />
        </LabelledRow>
      )}
      {format.frames && scene.emitters.length > 1 && (
        <LabelledRow label="Pictures" help={renderParameters.split.help}>
          <Choice
            label="Pictures"
            value={split}
            options={renderParameters.split.options}
            onChange={(value) => set({ split: value as SplitName })}
          />
        </LabelledRow>
      )}
      {children}
      <NumberRow
        label="From frame"
        value={from}
        parameter={frameBox}
        onChange={(value) => setSpan(index, value, Math.max(value, through))}
      />
      <NumberRow
        label="Through frame"
        value={through}
        parameter={{ ...frameBox, default: last }}
        onChange={(value) => setSpan(index, Math.min(value, from), value)}
      />
      <NumberRow
        label="Frame step"
        value={every}
        parameter={renderParameters.every}
        onChange={(value) => set({ every: value })}
      />
      <SizeRows setUp={setUp} index={index} />
      <NameRow pattern={pattern} onChange={(value) => set({ pattern: value })} />
    </>
  );
}
