import protocol, { type onnx } from 'onnx-proto';
import type { GraphModelJson, GraphNode, Weight } from './graph-model.ts';

/** Operator set and file version that are written; every runtime of the last years reads them. */
const OPERATORS = 13;
const FILE_VERSION = 8;
const { ModelProto } = protocol.onnx;
const { FLOAT, INT64 } = { FLOAT: 1, INT64: 7 };

type Attribute = number | string | readonly number[];

/**
 * The part of a graph model that is convolution, as an ONNX file: from `stopAt`, which becomes the input (1 x 3 x size x size, not NHWC), to the named outputs (NCHW). What a model does about its answers
 * (choosing the best place) is left out. Throws at an operator that is not known rather than leave it out.
 *
 * @example graphToOnnx(json, weightsOf(json, bytes), { name: 'thunder', size: 256, stopAt: 'sub_1', outputs: { heat: 'Sigmoid' } })
 */
export function graphToOnnx(
  json: GraphModelJson,
  weights: ReadonlyMap<string, Weight>,
  options: {
    readonly name: string;
    readonly size: number;
    readonly stopAt: string;
    readonly outputs: Readonly<Record<string, string>>;
  },
): Uint8Array {
  const byName = new Map(json.modelTopology.node.map((n) => [n.name, n]));
  const nodes: onnx.INodeProto[] = [];
  const initializers: onnx.ITensorProto[] = [];
  const done = new Map<string, string>();
  let named = 0;
  const plain = (name: string): string => name.replace(/:0$/, '').replace(/^\^/, '');

  const constant = (name: string, dims: readonly number[], values: Float32Array | BigInt64Array): string => {
    initializers.push({
      name,
      dims: [...dims],
      dataType: values instanceof Float32Array ? FLOAT : INT64,
      rawData: new Uint8Array(values.buffer, values.byteOffset, values.byteLength),
    });
    return name;
  };
  const whole = (name: string, values: readonly number[]): string =>
    constant(name, [values.length], BigInt64Array.from(values.map(BigInt)));
  const add = (
    op: string,
    input: readonly string[],
    output: string,
    attributes: Readonly<Record<string, Attribute>> = {},
  ): string => {
    nodes.push({
      opType: op,
      name: output,
      input: [...input],
      output: [output],
      attribute: Object.entries(attributes).map(attribute),
    });
    return output;
  };
  const weight = (node: GraphNode, which: number): Weight => {
    const found = weights.get(plain(node.input![which]!));
    if (!found) throw new Error(`${node.name}: its weight ${node.input![which]} is not there`);
    return found;
  };

  const convolution = (node: GraphNode, out: string): string => {
    const { shape, values } = weight(node, 1);
    const each = node.op.includes('epthwise');
    const [rows, columns, from, to] = shape as [number, number, number, number];
    if (each && to !== 1) throw new Error(`${node.name}: more than one filter a channel is not known`);
    const moved = new Float32Array(values.length);
    const filters = each ? 1 : to;
    for (let y = 0; y < rows; y++)
      for (let x = 0; x < columns; x++)
        for (let c = 0; c < from; c++)
          for (let f = 0; f < filters; f++)
            moved[((f * from + c) * rows + y) * columns + x] = values[((y * columns + x) * from + c) * filters + f]!;
    const input = [
      visit(node.input![0]!),
      constant(`${out}.filter`, each ? [from, 1, rows, columns] : [to, from, rows, columns], moved),
    ];
    const fused = (node.attr?.fused_ops?.list?.s ?? []).map(fromBase64);
    if (fused.includes('BiasAdd')) {
      const bias = weight(node, 2);
      input.push(constant(`${out}.bias`, bias.shape, Float32Array.from(bias.values)));
    }
    const [strides, dilations] = [listOf(node, 'strides'), listOf(node, 'dilations')];
    const activation = fused.find((f) => f !== 'BiasAdd');
    const convolved = add('Conv', input, activation ? `${out}.conv` : out, {
      kernel_shape: [rows, columns],
      strides: strides.slice(1, 3),
      dilations: dilations.length > 0 ? dilations.slice(1, 3) : [1, 1],
      group: each ? from : 1,
      auto_pad: fromBase64(node.attr!.padding!.s!) === 'SAME' ? 'SAME_UPPER' : 'VALID',
    });
    if (!activation) return convolved;
    if (activation === 'Relu') return add('Relu', [convolved], out);
    if (activation === 'Relu6') return add('Clip', [convolved, 'zero', 'six'], out);
    throw new Error(`${node.name}: ${activation} is not known`);
  };

  const enlarged = (node: GraphNode, out: string): string => {
    const size = [...weight(node, 1).values];
    const from = visit(node.input![0]!);
    add('Shape', [from], `${out}.shape`);
    add('Slice', [`${out}.shape`, 'from', 'to', 'from'], `${out}.batch`);
    add('Concat', [`${out}.batch`, whole(`${out}.size`, size)], `${out}.sizes`, { axis: 0 });
    const mode = node.attr?.half_pixel_centers?.b ? 'half_pixel' : node.attr?.align_corners?.b ? 'align_corners' : 'asymmetric';
    return add('Resize', [from, '', '', `${out}.sizes`], out, { mode: 'linear', coordinate_transformation_mode: mode });
  };

  const made = (node: GraphNode, out: string): string => {
    const input = (which: number): string => visit(node.input![which]!);
    switch (node.op) {
      case 'Conv2D':
      case '_FusedConv2D':
      case 'DepthwiseConv2dNative':
      case 'FusedDepthwiseConv2dNative':
        return convolution(node, out);
      case 'AddV2':
        return add('Add', [input(0), input(1)], out);
      case 'Relu6':
        return add('Clip', [input(0), 'zero', 'six'], out);
      case 'Sigmoid':
        return add('Sigmoid', [input(0)], out);
      case 'Identity':
        return input(0);
      case 'ResizeBilinear':
        return enlarged(node, out);
      default:
        throw new Error(`${node.name}: the operator ${node.op} is not known`);
    }
  };

  const visit = (raw: string): string => {
    const name = plain(raw);
    if (name === options.stopAt) return 'input';
    const known = done.get(name);
    if (known !== undefined) return known;
    const node = byName.get(name);
    if (!node) throw new Error(`the graph has no node ${name}`);
    named += 1;
    const result = made(node, `n${named}.${node.op}`);
    done.set(name, result);
    return result;
  };

  constant('zero', [], Float32Array.of(0));
  constant('six', [], Float32Array.of(6));
  whole('from', [0]);
  whole('to', [2]);
  const outputs = Object.entries(options.outputs).map(([label, name]) => add('Identity', [visit(name)], label));
  const tensor = (name: string, dims?: readonly number[]): onnx.IValueInfoProto => ({
    name,
    type: { tensorType: { elemType: FLOAT, ...(dims ? { shape: { dim: dims.map((dimValue) => ({ dimValue })) } } : {}) } },
  });
  const model = ModelProto.create({
    irVersion: FILE_VERSION,
    opsetImport: [{ domain: '', version: OPERATORS }],
    producerName: 'stride-chalk',
    graph: {
      name: options.name,
      node: nodes,
      initializer: initializers,
      input: [tensor('input', [1, 3, options.size, options.size])],
      output: outputs.map((o) => tensor(o)),
    },
  });
  return ModelProto.encode(model).finish();
}

function attribute([name, value]: [string, Attribute]): onnx.IAttributeProto {
  if (typeof value === 'string') return { name, type: 3, s: new TextEncoder().encode(value) };
  return typeof value === 'number' ? { name, type: 2, i: value } : { name, type: 7, ints: [...value] };
}
const fromBase64 = (text: string): string => Buffer.from(text, 'base64').toString();
const listOf = (node: GraphNode, key: string): number[] => (node.attr?.[key]?.list?.i ?? []).map(Number);
