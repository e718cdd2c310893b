import { configure } from '@testing-library/react';

/** A panel that comes beside the first load is compiled when it is first asked for, and the machine may be busy [ms]. */
configure({ asyncUtilTimeout: 10_000 });
