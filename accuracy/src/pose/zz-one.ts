import { fileURLToPath } from 'node:url';
import { DEMO_CLIPS } from '@stride-chalk/demo';
import { lookAt } from './look-at.ts';
const c=DEMO_CLIPS.find(x=>x.fileName==='19-1-open-side.mp4')!;
const path=fileURLToPath(new URL(`../../../demo/clips/${c.fileName}`, import.meta.url));
const r=await lookAt({id:c.fileName,order:c.order},path); console.log(r.coreSeconds);
const r2=await lookAt({id:c.fileName,order:c.order},path); console.log('again',r2.coreSeconds);
