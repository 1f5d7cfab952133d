import { actions } from '../core/kinds/actions';
import { automationKinds } from '../core/kinds/automation';
import { bodies } from '../core/kinds/bodies';
import { colliderShapes } from '../core/kinds/colliders';
import { falloffCurves } from '../core/kinds/curves';
import { curveCommon } from '../core/kinds/curves/curve';
import { emissionKinds } from '../core/kinds/emission';
import { shapes } from '../core/kinds/emitter-shapes';
import { falloffShapes } from '../core/kinds/falloff-shapes';
import { fields } from '../core/kinds/fields';
import { gates } from '../core/kinds/gates';
import { rules } from '../core/kinds/group-rules';
import { looks } from '../core/kinds/looks';
import { masks } from '../core/kinds/masks';
import { meshSources } from '../core/kinds/meshes';
import { modulators } from '../core/kinds/modulators';
import { responses } from '../core/kinds/responses';
import * as parts from '../core/document/descriptions';
import type { Description, Parameter } from '../core/document/parameters';
import type { Kind, Registry } from '../core/document/registry';
import { shownDefault, shownRange, shownUnit } from '../core/document/shown-values';
import { table } from './markdown';
import { renderFormats } from './render-formats';

const unitOf = (p: Parameter) => shownUnit(p, 'by way of acting');

/** The formats of renders as a choice. The document keeps a name, because formats live above it. */
const formatChoice: Parameter = {
  ...parts.renderParameters.format,
  type: 'choice',
  options: renderFormats.map(({ name, label }) => ({ value: name, label })),
};

function settingsOf(description: Description): string {
  const settings = Object.values(description);
  if (settings.length === 0) return 'No settings.';
  return table(
    ['setting', 'unit', 'default', 'values', 'effect'],
    settings.map((p) => [p.label, unitOf(p), shownDefault(p), shownRange(p), p.help]),
  );
}

const kinds = (registry: Registry<Kind>): string =>
  registry.list
    .map(({ label, summary, parameters }) => `#### ${label}\n\n${summary}\n\n${settingsOf(parameters)}`)
    .join('\n\n');

const labels = (registry: { readonly list: readonly { readonly label: string; readonly summary: string }[] }): string =>
  registry.list.map(({ label, summary }) => `- **${label}**: ${summary}`).join('\n');

/** Every setting as it reads on the screen, as Markdown: to be read whole and aloud. */
export function settingsDoc(): string {
  return `# Settings

Every setting with its label, unit, default, values and help, by the place where it stands. This page is made by
\`npm run docs\` from the same descriptions that the inspector shows. Change the descriptions, not the page.

## The scene

### Time

${settingsOf(parts.timeParameters)}

### Scene

${settingsOf(parts.sceneParameters)}

### Picture

${settingsOf(parts.outputParameters)}

### Render

${settingsOf({ ...parts.renderParameters, format: formatChoice })}

### Light and fog

${settingsOf(parts.lightParameters)}

### Shot camera

${settingsOf(parts.cameraParameters)}

### Scene box

${settingsOf(parts.boundsParameters)}

### Working view

${settingsOf(parts.workParameters)}

### Scene transform

${settingsOf(parts.sceneTransformParameters)}

## Transform, of everything that has one

${settingsOf(parts.transformParameters)}

## Emitters

${settingsOf(parts.emitterParameters)}

### Shape

${kinds(shapes)}

### Masks

${kinds(masks)}

### Emission

${kinds(emissionKinds)}

### Gate

${kinds(gates)}

### Lifetime, launch, size, orientation

${settingsOf(parts.birthParameters)}

### Body

${kinds(bodies)}

### Look

${kinds(looks)}

## Fields

${settingsOf(parts.fieldParameters)}

### Ways of acting

${labels(actions)}

### Kinds of field

${kinds(fields)}

### Falloff shape

${kinds(falloffShapes)}

### Falloff curve

${settingsOf(curveCommon)}

${kinds(falloffCurves)}

### Modulators

${kinds(modulators)}

## Groups

${settingsOf(parts.groupParameters)}

### Rules

${labels(rules)}

## The sum

${settingsOf(parts.deskParameters)}

## Colliders

${settingsOf(parts.colliderParameters)}

### Shape of a collider

${kinds(colliderShapes)}

### Contact

${kinds(responses)}

### Sends of a collider

${settingsOf(parts.hitParameters)}

## Carriers

${settingsOf(parts.carrierParameters)}

## Zones

${settingsOf(parts.zoneParameters)}

## Dials

${settingsOf(parts.dialParameters)}

## Automation

${kinds(automationKinds)}

## Meshes

${kinds(meshSources)}
`;
}
