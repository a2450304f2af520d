import { reloadWhereFilesAreGone } from './files-gone.ts';
import { headStart } from './head-start.ts';
import { ownPath } from '../data/base-path.ts';
import { showLight } from '../data/light.ts';
import { takeExpectedAddress } from '../features/study/address-to-come.ts';
import { lookAhead } from '../features/study/at-hand.ts';
import './styles.css';

showLight();
takeExpectedAddress();
// The workers start while the browser still reads the application: on a first visit that is half of the wait.
reloadWhereFilesAreGone();
const path = ownPath(window.location.pathname);
headStart(path, lookAhead(window.location));
void import('./application.tsx');
// The first page's own file is fetched beside the application's, not after it.
if (path === '/') void import('../features/library/library-screen.tsx').catch(() => undefined);
