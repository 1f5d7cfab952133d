import { actions } from '../core/kinds/actions';
import { amounts } from '../core/kinds/emission';
import { allowed } from '../core/document/check-values';
import type { Description, Parameter } from '../core/document/parameters';
import type { Documented, Kind, Registry } from '../core/document/registry';
import { bonds } from '../core/kinds/bodies';
import { colliderShapes } from '../core/kinds/colliders';
import { extents } from '../core/kinds/falloff-shapes';
import { fields } from '../core/kinds/fields';
import type { FieldKind } from '../core/kinds/contracts/field';
import { gates } from '../core/kinds/gates';
import { rules } from '../core/kinds/group-rules';
import { looks } from '../core/kinds/looks';
import { masks } from '../core/kinds/masks';
import { meshSources } from '../core/kinds/meshes';
import { modulators } from '../core/kinds/modulators';
import { EASES } from '../core/document/keys/keys';
import { profiles } from '../core/kinds/curves';
import { profileCommon } from '../core/kinds/curves/profile';
import { responses } from '../core/kinds/responses';
import * as scene from '../core/document/descriptions';
import { MOST, SCENE_FORMAT, SCENE_VERSION } from '../core/document/scene';
import { tides } from '../core/kinds/automation';
import { LONGEST_SOUND } from '../core/kinds/automation/envelope';
import { MOST_POINTS } from '../core/lib/grids/vector-grid';
import { shapes } from '../core/kinds/emitter-shapes';
import { table } from './markdown';
import { FILE_LIMITS } from './scene-file';
import { IMAGE_LIMITS } from './image';
import { MESH_LIMITS } from './mesh-file';

const code = (text: string) => `\`${text}\``;

function unitOf(parameter: Parameter): string {
  if (!('unit' in parameter) || parameter.unit === '') return '';
  return parameter.unit === '=' ? 'as the strength' : parameter.unit;
}

function membersOf(description: Description): string {
  if (Object.keys(description).length === 0) return 'No members of its own.';
  const rows = Object.entries(description).map(([name, p]) => [
    `\`${name}\``,
    unitOf(p),
    `\`${JSON.stringify(p.default)}\``,
    allowed(p),
    p.help,
  ]);
  return table(['member', 'unit', 'default', 'allowed', 'what it does'], rows);
}

function kinds<K extends Kind>(registry: Registry<K>, more: (kind: K) => string = () => ''): string {
  return registry.list
    .map((kind) => `#### \`${kind.kind}\`\n\n${kind.summary}${more(kind)}\n\n${membersOf(kind.parameters)}`)
    .join('\n\n');
}

const formulaOf = ({ formula, source }: Documented) => ` Formula: ${formula} (${source}).`;

function strengthOf({ strength, actions: ways }: FieldKind): string {
  const least = strength.min === undefined ? '' : `, from ${strength.min}`;
  return ` Default strength ${strength.default}${least}; acts as ${ways.join(', ')}, the first by default.`;
}

const EXAMPLE = {
  format: SCENE_FORMAT,
  version: SCENE_VERSION,
  name: 'First plume',
  emitters: [
    { id: 'mouth', name: 'Mouth', shape: { kind: 'disc', radius: 0.2 }, amounts: [{ kind: 'rate', rate: 300 }] },
  ],
  fields: [{ id: 'rise', name: 'Rise', settings: { kind: 'gravity', direction: [0, 1, 0] }, strength: 1.5 }],
};

/** The scene format as Markdown, from the same descriptions that check it. */
export function sceneFormatDoc(): string {
  return `# The scene format, version ${SCENE_VERSION}

This page is made by \`npm run docs\` from the descriptions that validate scenes; a test holds the two together.
Change the descriptions, not the page.

A scene file is either a JSON document, or a package: a zip (\`.bathyclast\`) that holds the document as
\`scene.json\`, its images as \`images/<hash>.png\`, its meshes as \`meshes/<hash>.glb\` and its grids of vectors as
\`grids/<hash>.vti\`. Both are read everywhere. Lengths are in metres, times in seconds, frames in frames, masses in
kilograms, angles in degrees; axes are right-handed with Y up. Frame f is at f / fps seconds.

A least scene, which can be written by hand. Whatever has a default may be left out:

\`\`\`json
${JSON.stringify(EXAMPLE, null, 2)}
\`\`\`

\`bathyclast validate FILE\` tells every fault with its place. Members that are not known are faults, so that a slip
of the pen is not passed over. Limits: a file of ${FILE_LIMITS.bytes} bytes, ${FILE_LIMITS.unpacked} unpacked,
${FILE_LIMITS.entries} entries, ${FILE_LIMITS.json} bytes of JSON nested 32 deep; images of
${IMAGE_LIMITS.bytes} bytes and ${IMAGE_LIMITS.pixels} pixels; ${MOST.emitters} emitters, ${MOST.fields} fields in
${MOST.groups} groups, ${MOST.colliders} colliders,
${MOST.carriers} carriers, ${MOST.meshes} meshes of ${MESH_LIMITS.triangles} triangles, ${MOST.images} images;
${MOST.amounts} amounts and ${MOST.masks} masks an emitter, ${MOST.keys} keys a number.

## The document

| member | what it is |
| --- | --- |
| \`format\` | always \`"${SCENE_FORMAT}"\` |
| \`version\` | \`${SCENE_VERSION}\`; older ones are read and brought up to it, a newer one is refused |
| \`name\` | a text of 1 to ${MOST.name} characters |
| \`time\`, \`camera\`, \`output\`, \`work\`, \`bounds\`, \`whole\`, \`desk\` | objects, below |
| \`keptDesk\` | another state of the desk, \`{ "fields", "groups", "desk" }\`, or \`null\` |
| \`emitters\`, \`fields\`, \`groups\`, \`colliders\`, \`carriers\`, \`zones\`, \`dials\`, \`meshes\`, \`images\`, \`plates\`, \`grids\`, \`sounds\`, \`markers\` | lists, below |

${membersOf(scene.sceneParameters)}

### \`time\`

${membersOf(scene.timeParameters)}

The run starts \`preRoll\` frames before \`first\`. Keys and drives of \`time\`, \`camera\`, \`output\` and \`light\`
stand on frames of the shot; all others on frames of the scene’s own time, which are the same where \`scale\` is 1.

### \`camera\`: the shot camera

${membersOf(scene.cameraParameters)}

### \`output\`: the picture

${membersOf(scene.outputParameters)}

### \`light\`: the light on meshes and surfaces, and the fog

${membersOf(scene.lightParameters)}

### \`work\`: the view while working

${membersOf(scene.workParameters)}

### \`bounds\`: the scene box

${membersOf(scene.boundsParameters)}

### \`whole\`: the finished result

A \`place\` and \`keys\` that move, turn and size all that is drawn; what is simulated stays as it is. And:

${membersOf(scene.wholeParameters)}

### \`place\` of emitters, fields, colliders, carriers and the whole

${membersOf(scene.placeParameters)}

### \`keys\`

An object of lists by the path of the number in its thing, such as \`place.position\`, \`strength\`,
\`settings.direction\`, \`extent.reach\`, \`modulators.0.amount\`, \`amounts.0.rate\`, \`birth.drag\` or
\`look.opacity\`; every number and vector but seeds, bursts, gates, spans and what says how frames are counted can be
keyed; \`time\`, \`camera\`, \`output\`, \`light\`, \`bounds\` and \`desk\` have keys and drives of their own. A key
is \`{ "frame", "value", "ease" }\` at a whole frame, in rising order; \`ease\` says how the value goes on to the
next: ${EASES.map(code).join(', ')} (smooth is 3t² − 2t³; a curve may have \`handles\` [x₁, y₁, x₂, y₂] as in CSS
Easing Functions Level 1, else those of ease-in-out). Before the first key and after the last the value holds. What is
keyed does not count where it stands plainly.

### \`drives\`

An object by path, as of keys; parts of vectors end in \`.0\`, \`.1\`, \`.2\`; a drive of a whole vector turns it by
degrees about its \`about\`, [0, 1, 0] if it is left out. A drive is \`{ "kind", … }\`; it replaces, adds to or
multiplies the number as it is set or keyed. Everything driven is worked out on whole frames and is linear between
them.

${kinds(tides, formulaOf)}

## Emitters

\`id\` (1 to 40 letters, digits and hyphens, unlike all others), \`name\`, \`place\`, \`keys\`, \`drives\`, \`shape\`,
\`masks\`, \`amounts\`, \`gate\`, \`birth\`, \`bond\`, \`look\`, \`besides\` (up to ${MOST.besides} further looks,
drawn over the first), and:

${membersOf(scene.emitterParameters)}

### \`shape\`: \`{ "kind": …, … }\`

${kinds(shapes)}

### \`masks\`: a list of \`{ "kind": …, … }\`

Each gives a chance 0 … 1 at a place of the shape; they multiply.

${kinds(masks)}

### \`amounts\`: a list of \`{ "kind": …, … }\`

A particle's number is row · 2²⁸ + k: \`row\` counts the amounts from 0, \`k\` the births from 1. It never changes.

${kinds(amounts)}

### \`gate\`: \`{ "kind": …, … }\`

Holds for whole frames: its answer for frame f is that of [f, f + 1). Left out, it is \`always\`.

${kinds(gates)}

### \`birth\`

Variance V means value + V · (2u − 1), with u looked up from the particle's number.

${membersOf(scene.birthParameters)}

### \`bond\`: \`{ "kind": …, … }\`

How the particles of one birth hang together. A birth of strands or of a bent mesh is several particles; particle j of
the k-th birth of amount row r has the number r · 2²⁸ + k · points + j.

${kinds(bonds, formulaOf)}

### \`look\` and each of \`besides\`: \`{ "kind": …, … }\`

${kinds(looks)}

## Fields

They act in their order. \`id\`, \`name\`, \`place\`, \`keys\`, \`drives\`, \`settings\` (the kind), \`actsAs\`,
\`extent\`, \`profile\`, \`modulators\`, \`sends\` (by emitter id, 0 … 2; an emitter that is not named is sent 1),
and:

${membersOf(scene.fieldParameters)}

The strength's default is the kind's own, or where it drives, steers or limits, that of the way it acts.

### \`settings\`: \`{ "kind": …, … }\`

${kinds(fields, (field) => formulaOf(field) + strengthOf(field))}

### \`actsAs\`

${actions.list.map((a) => `- \`${a.kind}\`${a.unit ? ` (${a.unit})` : ''}: ${a.summary} ${a.formula}`).join('\n')}

### \`extent\`: \`{ "kind": …, … }\`

Left out, it is \`everywhere\`. The core may not be larger than the reach.

${kinds(extents, formulaOf)}

### \`profile\`: \`{ "kind": …, "slope": …, "invert": … }\`

${membersOf(profileCommon)}

${kinds(profiles, formulaOf)}

### \`modulators\`: a list of \`{ "kind": …, … }\`

Up to ${MOST.modulators}; they multiply the weight.

${kinds(modulators, formulaOf)}

## Groups

\`id\` (unlike those of the fields, too), \`name\`, \`place\`, \`keys\`, \`drives\`, \`rule\`, \`extent\`,
\`profile\`, \`modulators\`, \`sends\`, and:

${membersOf(scene.groupParameters)}

Fields and groups name the group they stand in as \`group\`. A group stands where the first of its fields does. Its
members all act in the same way; groups may not stand in one another in a circle, and no modulator may read a group
that it belongs to.

### \`rule\`

${rules.list.map((r) => `- \`${r.kind}\`: ${r.summary} ${r.formula}`).join('\n')}

## \`desk\`: what holds for all fields

${membersOf(scene.deskParameters)}

## Colliders

\`id\`, \`name\`, \`place\`, \`keys\`, \`drives\`, \`shape\`, \`response\`, \`gate\` (when it is there, as of an
emitter), \`sends\` (by emitter id, \`{ "hits", "bounce" }\`), and:

${membersOf(scene.colliderParameters)}

### \`sends\` of a collider

${membersOf(scene.hitParameters)}

### \`shape\` of a collider: \`{ "kind": …, … }\`

${kinds(colliderShapes)}

### \`response\`: \`{ "kind": …, … }\`

Left out, it is \`bounce\`.

${kinds(responses)}

## Carriers

\`id\`, \`name\`, \`place\`, \`keys\`, \`drives\`. Other things name them as \`place.carrier\`; they may stand on one
another, but not in a circle. And:

${membersOf(scene.carrierParameters)}

## Zones

\`id\`, \`name\`, \`place\`, \`keys\`, \`drives\`, \`extent\`, \`profile\`, \`modulators\`, \`sends\`, as of a field.
And:

${membersOf(scene.zoneParameters)}

## Dials

\`{ "id", "name", "value", "note", "low", "high", "keys", "drives" }\`, \`keys\` and \`drives\` of \`value\`. Formulas
read them under their names: a letter, then up to 31 letters, digits and low lines, none of them used by the language.

${membersOf(scene.dialParameters)}

## Meshes

\`{ "id", "name", "source" }\`. Shapes of emitters and colliders name them by id. A mesh from a file is kept as binary
glTF under the SHA-256 of that file; groups and poses of a deforming mesh stand in its \`extras\`.

### \`source\`: \`{ "kind": …, … }\`

${kinds(meshSources)}

## Images

\`{ "hash", "name", "width", "height" }\`. The hash is the SHA-256 of the image as 8-bit RGBA PNG, the form in which
images are kept: any PNG or JPEG is decoded once, when it is brought in, by one JavaScript decoder. Levels are the
sRGB-coded brightness with the weights of ITU-R BT.709; transparent is black.

\`plates\` is a list of the same, one image a frame, that is behind the picture where \`output.behind\` is
\`sequence\`; at most ${MOST.plates}.

## Grids

\`{ "hash", "name", "counts" }\`, \`counts\` the points along X, Y and Z. The hash is the SHA-256 of the grid as VTK
image data, the form in which grids are kept; at most ${MOST_POINTS} points.

## Sounds

\`{ "hash", "name", "levels" }\`: how loud a sound is, as whole numbers 0 to 255 in windows of 10 ms, the loudest 255;
at most ${LONGEST_SOUND} s. The hash is the SHA-256 of the file it was read from, which is not kept.

## Markers

\`{ "frame", "name" }\`, in rising order of frames of the shot, at most ${MOST.markers}.
`;
}
