import { execFileSync } from 'node:child_process';
import type { Catalogue } from '../../web/api/types';

/** The catalogue as the server sends it, without the kits. */
export const catalogue: Catalogue = JSON.parse(execFileSync('php', ['tests/web/catalogue.php']).toString());
