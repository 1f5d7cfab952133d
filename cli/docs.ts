import { writeFileSync } from 'node:fs';
import { sceneFormatDoc } from '../formats/scene-format-doc';

writeFileSync('docs/scene-format.md', sceneFormatDoc());
