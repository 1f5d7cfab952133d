import { pageAt } from '../../../core/handbook/pages';
import { openedScene } from '../../state/scene-store';
import { useSelection } from '../../state/selection-store';
import { openHandbook } from './handbook-store';

/** The page about the selected thing. */
function selectedPage(): string {
  const { selection } = useSelection.getState();
  const { fields, groups } = openedScene();
  switch (selection.type) {
    case 'field': {
      const field = fields.find((f) => f.id === selection.id);
      return field ? `field/${field.settings.kind}` : '';
    }
    case 'group': {
      const group = groups.find((g) => g.id === selection.id);
      return group ? `rule/${group.rule}` : '';
    }
    default:
      return `topic/${selection.type}`;
  }
}

/** The page about an element of the Studio, with the label of its setting; of the selection where it has none. */
function pageOfElement(element: Element | null): { readonly address: string; readonly setting?: string } {
  const place = element?.closest<HTMLElement>('[data-handbook]');
  const address = place?.dataset['handbook'] ?? selectedPage();
  const page = pageAt(address);
  if (!page) return { address: '' };
  const label = element?.getAttribute('aria-label') ?? '';
  const setting = Object.values(page.settings).find((one) => one.label !== '' && label.startsWith(one.label))?.label;
  return { address, ...(setting !== undefined && { setting }) };
}

/** Opens the page about an element beside the work. */
export function openPageOf(element: Element | null): void {
  const { address, setting } = pageOfElement(element);
  openHandbook(address, setting);
}
