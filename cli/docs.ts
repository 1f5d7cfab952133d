import { writeFileSync } from 'node:fs';
import { fileFormatsDoc } from '../formats/file-formats-doc';
import { sceneFormatDoc } from '../formats/scene-format-doc';
import { settingsDoc } from '../formats/settings-doc';

writeFileSync('docs/scene-format.md', sceneFormatDoc());
writeFileSync('docs/file-formats.md', fileFormatsDoc());
writeFileSync('docs/settings.md', settingsDoc());
