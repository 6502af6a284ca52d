/**
 * Makes the weights of the joint finder ready for its runtime: `tsx build-weights.ts FOLDER-OF-THE-PACKAGE FOLDER`. Each file is known by its
 * SHA-256; another one is refused. An ONNX file appears only when it is whole.
 */
import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { weightsOf, type GraphModelJson } from './graph-model.ts';
import { graphToOnnx } from './to-onnx.ts';

const FILES: Readonly<Record<string, string>> = {
  'movenet-lightning.bin': 'bf97bc10d9c8a11200b0190ed64ce039b6252f1aff7cb552aca99b3d191c2f34',
  'movenet-lightning.json': 'df8cbde44d00f533ccc4916a7c6ebc17316532fb3fadad114ec667fef22872e9',
  'movenet-thunder.bin': 'a2925747fccaf737c0f20eacdeff919efd5d514e90242397002a0de349dff18c',
  'movenet-thunder.json': '7ac4e2a8449fc279f71b8b0ba52f7c5daafc124ce9b6bf7549289ca432e342b6',
};

const [from, into] = process.argv.slice(2);
if (!from || !into) throw new Error('a folder with the weights and a folder to put them are expected');
const read = (name: string): Buffer => {
  const bytes = readFileSync(join(from, name));
  const hash = createHash('sha256').update(bytes).digest('hex');
  if (hash !== FILES[name]) throw new Error(`${name} is not the file that was looked at: ${hash}`);
  return bytes;
};
mkdirSync(into, { recursive: true });
for (const [name, size] of [
  ['thunder', 256],
  ['lightning', 192],
] as const) {
  const json = JSON.parse(read(`movenet-${name}.json`).toString()) as GraphModelJson;
  const names = json.modelTopology.node.map((n) => n.name);
  const within = names.some((n) => n.startsWith('StatefulPartitionedCall/sub_1')) ? 'StatefulPartitionedCall/' : '';
  const bytes = graphToOnnx(json, weightsOf(json, read(`movenet-${name}.bin`)), {
    name,
    size,
    stopAt: `${within}sub_1`,
    outputs: {
      heat: `${within}Sigmoid`,
      centre: `${within}Sigmoid_1`,
      regress: `${within}kpt_regress_0/conv2d_6/BiasAdd`,
      offset: `${within}kpt_offset_0/conv2d_7/BiasAdd`,
    },
  });
  writeFileSync(join(into, `${name}.onnx.partial`), bytes);
  renameSync(join(into, `${name}.onnx.partial`), join(into, `${name}.onnx`));
}
