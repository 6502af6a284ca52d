import { InferenceSession, Tensor } from 'onnxruntime-node';
import { describe, expect, test } from 'vitest';
import { weightsOf, type GraphModelJson, type GraphNode, type Weight } from './graph-model.ts';
import { halfFloat } from './half-float.ts';
import { graphToOnnx } from './to-onnx.ts';

describe('halfFloat', () => {
  // Numbers of the standard's own table for 16 bits (IEEE 754-2008, binary16; values from memory).
  test.each([
    [0x0000, 0],
    [0x3c00, 1],
    [0xc000, -2],
    [0x3555, 0.333251953125],
    [0x7bff, 65504],
    [0x0400, 2 ** -14],
    [0x0001, 2 ** -24],
    [0x7c00, Number.POSITIVE_INFINITY],
    [0xfc00, Number.NEGATIVE_INFINITY],
  ])('%i is %d', (bits, value) => expect(halfFloat(bits)).toBe(value));
  test('what is no number is none', () => expect(halfFloat(0x7e00)).toBeNaN());
});

const manifest = (
  weights: GraphModelJson['weightsManifest'][number]['weights'],
  node: readonly GraphNode[] = [],
): GraphModelJson => ({
  modelTopology: { node },
  weightsManifest: [{ weights }],
});

describe('weightsOf', () => {
  test('numbers of 16 and 32 bits and whole ones, one after the other', () => {
    const bytes = new Uint8Array(2 * 2 + 4 + 4);
    const view = new DataView(bytes.buffer);
    view.setUint16(0, 0x3c00, true);
    view.setUint16(2, 0xc000, true);
    view.setFloat32(4, 0.25, true);
    view.setInt32(8, -7, true);
    const all = weightsOf(
      manifest([
        { name: 'a', shape: [2, 1], dtype: 'float32', quantization: { dtype: 'float16' } },
        { name: 'b', shape: [], dtype: 'float32' },
        { name: 'c', shape: [1], dtype: 'int32' },
      ]),
      bytes,
    );
    expect([...all].map(([name, w]) => [name, w.shape, [...w.values]])).toEqual([
      ['a', [2, 1], [1, -2]],
      ['b', [], [0.25]],
      ['c', [1], [-7]],
    ]);
  });
  const one = { name: 'a', shape: [2], dtype: 'float32' };
  test.each([
    ['end before a', manifest([one]), 7],
    ['1 bytes of weights are left over', manifest([one]), 9],
    ['uint8 is not known', manifest([{ ...one, quantization: { dtype: 'uint8' } }]), 2],
    ['bool is not known', manifest([{ ...one, dtype: 'bool' }]), 8],
  ])('%s: refused', (words, json, length) => expect(() => weightsOf(json, new Uint8Array(length))).toThrow(words));
});

const base64 = (text: string): string => Buffer.from(text).toString('base64');
const list = (i: readonly number[]) => ({ list: { i: i.map(String) } });
const convolution = (
  name: string,
  op: string,
  input: readonly string[],
  stride: number,
  padding: string,
  fused: readonly string[] = [],
): GraphNode => ({
  name,
  op,
  input: [...input],
  attr: {
    strides: list([1, stride, stride, 1]),
    dilations: list([1, 1, 1, 1]),
    padding: { s: base64(padding) },
    fused_ops: { list: { s: fused.map(base64) } },
  },
});

describe('graphToOnnx', () => {
  const SIZE = 7;
  const value = (i: number): number => Math.sin(1 + 1.7 * i);
  const picture = Float32Array.from({ length: 3 * SIZE * SIZE }, (_, i) => value(i));
  const weight = (shape: readonly number[], from: number) => ({
    shape,
    values: Float32Array.from({ length: shape.reduce((a, b) => a * b, 1) }, (_, i) => 0.8 * value(from + i)),
  });
  const filter = weight([3, 3, 3, 4], 100);
  const each = weight([3, 3, 4, 1], 500);
  const bias = weight([4], 900);
  const run = async (nodes: readonly GraphNode[], output: string): Promise<{ data: Float32Array; dims: readonly number[] }> => {
    const bytes = graphToOnnx(
      manifest([], nodes),
      new Map<string, Weight>([
        ['filter', filter],
        ['each', each],
        ['bias', bias],
        ['size', { shape: [2], values: Int32Array.of(8, 8) }],
      ]),
      { name: 'tiny', size: SIZE, stopAt: 'picture', outputs: { out: output } },
    );
    const session = await InferenceSession.create(bytes);
    const { out } = await session.run({ input: new Tensor('float32', picture, [1, 3, SIZE, SIZE]) });
    return { data: out!.data as Float32Array, dims: out!.dims };
  };

  /**
   * Convolution as TensorFlow defines it ("SAME": the output has ceil(size / stride) places; of the padding the smaller half stands before), worked out place by place.
   */
  function convolved(
    input: Float32Array,
    channels: number,
    size: number,
    stride: number,
    weights: Float32Array,
    to: number,
    alone: boolean,
  ): Float32Array {
    const places = Math.ceil(size / stride);
    const before = Math.floor(Math.max(0, (places - 1) * stride + 3 - size) / 2);
    const out = new Float32Array(to * places * places);
    for (let f = 0; f < to; f++)
      for (let y = 0; y < places; y++)
        for (let x = 0; x < places; x++) {
          let sum = 0;
          for (let v = 0; v < 3; v++)
            for (let u = 0; u < 3; u++) {
              const [row, column] = [y * stride + v - before, x * stride + u - before];
              if (row < 0 || column < 0 || row >= size || column >= size) continue;
              for (let c = alone ? f : 0; c < (alone ? f + 1 : channels); c++)
                sum +=
                  input[(c * size + row) * size + column]! *
                  weights[alone ? (v * 3 + u) * to + f : ((v * 3 + u) * channels + c) * to + f]!;
            }
          out[(f * places + y) * places + x] = sum;
        }
    return out;
  }
  const close = (a: Float32Array, b: ArrayLike<number>): void => {
    expect(a.length).toBe(b.length);
    expect(Math.max(...Array.from(a, (v, i) => Math.abs(v - b[i]!)))).toBeLessThan(1e-5);
  };
  const first = convolved(picture, 3, SIZE, 2, filter.values, 4, false);

  test.each([
    ['as it is', [], (v: number) => v],
    ['with its bias, never below 0', ['BiasAdd', 'Relu'], (v: number) => Math.max(0, v)],
    ['with its bias, between 0 and 6', ['BiasAdd', 'Relu6'], (v: number) => Math.max(0, Math.min(6, v))],
  ] as const)('a convolution of every second place, %s', async (_, fused, bend) => {
    const biased = first.map((v, i) => bend(v + (fused.length > 0 ? bias.values[Math.floor(i / 16)]! : 0)));
    const { data, dims } = await run([convolution('c', '_FusedConv2D', ['picture:0', 'filter', 'bias'], 2, 'SAME', fused)], 'c');
    expect(dims).toEqual([1, 4, 4, 4]);
    close(data, biased);
  });

  test('a convolution of each channel by itself, a sum, and the logistic function', async () => {
    const alone = convolved(first, 4, 4, 1, each.values, 4, true);
    const { data } = await run(
      [
        convolution('c', 'Conv2D', ['picture', 'filter'], 2, 'SAME'),
        convolution('d', 'DepthwiseConv2dNative', ['c', 'each'], 1, 'SAME'),
        { name: 'sum', op: 'AddV2', input: ['c', 'd'] },
        { name: 'same', op: 'Identity', input: ['sum'] },
        { name: 's', op: 'Sigmoid', input: ['same'] },
      ],
      's',
    );
    close(
      data,
      alone.map((v, i) => 1 / (1 + Math.exp(-(v + first[i]!)))),
    );
  });

  test('one after the other, each with a name of its own', async () => {
    const thrice = [0, 1, 2].map((i) =>
      convolution(`e${i}`, 'DepthwiseConv2dNative', [i === 0 ? 'c' : `e${i - 1}`, 'each'], 1, 'SAME'),
    );
    const { data } = await run([convolution('c', 'Conv2D', ['picture', 'filter'], 2, 'SAME'), ...thrice], 'e2');
    close(
      data,
      thrice.reduce((input) => convolved(input, 4, 4, 1, each.values, 4, true), first),
    );
  });

  test.each([
    ['from the middles of pixels', { half_pixel_centers: { b: true } }, (x: number) => (x + 0.5) / 2 - 0.5],
    ['from corner to corner', { align_corners: { b: true } }, (x: number) => (x * 3) / 7],
    ['from the edges of pixels', {}, (x: number) => x / 2],
  ] as const)('twice the size, read between pixels, %s', async (_, attr, from) => {
    const { data, dims } = await run(
      [
        convolution('c', 'Conv2D', ['picture', 'filter'], 2, 'SAME'),
        { name: 'r', op: 'ResizeBilinear', input: ['c', 'size'], attr },
      ],
      'r',
    );
    expect(dims).toEqual([1, 4, 8, 8]);
    const expected = new Float32Array(4 * 64);
    const kept = (v: number): number => Math.max(0, Math.min(3, v));
    for (let c = 0; c < 4; c++)
      for (let y = 0; y < 8; y++)
        for (let x = 0; x < 8; x++) {
          const [v, u] = [kept(from(y)), kept(from(x))];
          const [v0, u0] = [Math.floor(v), Math.floor(u)];
          const at = (row: number, column: number): number => first[(c * 4 + kept(row)) * 4 + kept(column)]!;
          const [fv, fu] = [v - v0, u - u0];
          expected[(c * 8 + y) * 8 + x] =
            at(v0, u0) * (1 - fv) * (1 - fu) +
            at(v0, u0 + 1) * (1 - fv) * fu +
            at(v0 + 1, u0) * fv * (1 - fu) +
            at(v0 + 1, u0 + 1) * fv * fu;
        }
    close(data, expected);
  });

  test.each([
    ['the operator Erf is not known', [{ name: 'c', op: 'Erf', input: ['picture'] }]],
    ['Elu is not known', [convolution('c', '_FusedConv2D', ['picture', 'filter', 'bias'], 1, 'SAME', ['BiasAdd', 'Elu'])]],
    ['more than one filter a channel', [convolution('c', 'DepthwiseConv2dNative', ['picture', 'filter'], 1, 'SAME')]],
    ['weight lost is not there', [convolution('c', 'Conv2D', ['picture', 'lost'], 1, 'SAME')]],
    ['no node elsewhere', [{ name: 'c', op: 'Identity', input: ['elsewhere'] }]],
  ] as const)('%s: refused rather than left out', async (words, nodes) => {
    await expect(run(nodes, 'c')).rejects.toThrow(words);
  });
});
