import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { HexColorInput, HexColorPicker } from 'react-colorful';
import type { ColourParameter } from '../../core/document/parameters';
import { beginGesture, endGesture } from '../state/scene-store';
import { LabelledRow } from './labelled-row';

/** A small square of a colour that opens a picker. */
export function ColourWell({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (colour: string) => void;
}) {
  return (
    <Popover className="justify-self-end">
      <PopoverButton aria-label={`${label}: ${value}`} className="num flex items-center gap-2">
        <span className="h-4 w-6 border border-rule" style={{ background: value }} />
        {value}
      </PopoverButton>
      <PopoverPanel anchor="bottom end" className="z-10 flex flex-col gap-2 border border-rule bg-panel p-2">
        <div onPointerDown={beginGesture} onPointerUp={endGesture} onPointerCancel={endGesture}>
          <HexColorPicker color={value} onChange={onChange} />
        </div>
        <HexColorInput
          prefixed
          aria-label={`${label} as #rrggbb`}
          className="num bg-raised px-2 py-1"
          color={value}
          onChange={onChange}
        />
      </PopoverPanel>
    </Popover>
  );
}

export function ColourRow({
  parameter,
  value,
  onChange,
}: {
  parameter: ColourParameter;
  value: string;
  onChange: (value: string) => void;
}) {
  return (
    <LabelledRow label={parameter.label} help={parameter.help}>
      <ColourWell label={parameter.label} value={value} onChange={onChange} />
    </LabelledRow>
  );
}
