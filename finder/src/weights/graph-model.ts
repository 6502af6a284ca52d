import { halfFloat } from './half-float.ts';

/** A node of a TensorFlow graph, as the JSON of a graph model has it. */
export interface GraphNode {
  readonly name: string;
  readonly op: string;
  readonly input?: readonly string[];
  readonly attr?: Readonly<Record<string, GraphAttribute>>;
}
interface GraphAttribute {
  readonly s?: string;
  readonly b?: boolean;
  readonly list?: { readonly i?: ReadonlyArray<string | number>; readonly s?: readonly string[] };
}

/** The JSON beside the weights of a graph model. */
export interface GraphModelJson {
  readonly modelTopology: { readonly node: readonly GraphNode[] };
  readonly weightsManifest: ReadonlyArray<{ readonly weights: readonly WeightEntry[] }>;
}
interface WeightEntry {
  readonly name: string;
  readonly shape: readonly number[];
  readonly dtype: string;
  readonly quantization?: { readonly dtype: string };
}

export interface Weight {
  readonly shape: readonly number[];
  readonly values: Float32Array | Int32Array;
}

/** The weights of a graph model by name; numbers of 16 bits become numbers of 32. Throws where the file is shorter or longer than it says, or of a kind that is not known. */
export function weightsOf(json: GraphModelJson, bytes: Uint8Array): Map<string, Weight> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const found = new Map<string, Weight>();
  let at = 0;
  for (const { name, shape, dtype, quantization } of json.weightsManifest.flatMap((g) => g.weights)) {
    const count = shape.reduce((a, b) => a * b, 1);
    const half = quantization?.dtype === 'float16';
    if (quantization && !half) throw new Error(`weight ${name}: ${quantization.dtype} is not known`);
    const size = half ? 2 : 4;
    if (at + count * size > bytes.byteLength) throw new Error(`the weights end before ${name}`);
    if (dtype === 'int32' && !half) {
      found.set(name, { shape, values: Int32Array.from({ length: count }, (_, i) => view.getInt32(at + 4 * i, true)) });
    } else if (dtype === 'float32') {
      const read = half
        ? (_: unknown, i: number) => halfFloat(view.getUint16(at + 2 * i, true))
        : (_: unknown, i: number) => view.getFloat32(at + 4 * i, true);
      found.set(name, { shape, values: Float32Array.from({ length: count }, read) });
    } else throw new Error(`weight ${name}: ${dtype} is not known`);
    at += count * size;
  }
  if (at !== bytes.byteLength) throw new Error(`${bytes.byteLength - at} bytes of weights are left over`);
  return found;
}
