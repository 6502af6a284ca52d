/** The thread of the server in which it is reckoned how strict coaches are: records in, the fit out. */
import { parentPort, workerData } from 'node:worker_threads';
import { fitOrNone, type FacetRecord } from '@stride-chalk/core';

parentPort?.postMessage(fitOrNone(workerData as readonly FacetRecord[], { estimator: 'marginal' }));
