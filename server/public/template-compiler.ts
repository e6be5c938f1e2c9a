import Handlebars from 'handlebars';

/** What is used here of the compiler that writes templates out as script; its types do not tell of it. */
interface Compiler {
  readonly compiler: new () => Compiler;
  readonly environment: { readonly children: readonly Program[] };
  popStack(): unknown;
  push(source: unknown): void;
  pushStackLiteral(source: unknown): void;
  useRegister(name: string): void;
  invokeKnownHelper(paramSize: number, name: string): void;
}

/** A part of a template between the beginning and the end of a block. */
interface Program {
  readonly opcodes: readonly { readonly opcode: string; readonly args: readonly unknown[] }[];
  readonly children: readonly Program[];
  readonly index?: number;
}

type CompilerClass = new () => Compiler;

const Standard = (Handlebars as unknown as { readonly JavaScriptCompiler: CompilerClass }).JavaScriptCompiler;

/** What is written out, with how many values each is given. */
const writtenOut: Readonly<Record<string, number>> = { if: 1, unless: 1, with: 1, each: 1, is: 2, word: 1 };

/**
 * Writes out "if", "unless", "with" and "each" as the script that they stand for, and so "is" (whether two are the same) and
 * "word" (a fixed word of the theme, or its name where it has none). As calls of helpers they take more than half of the time in
 * which a page is written: each puts its branches into functions of their own, with a copy of its options. What they say is the
 * same.
 */
class BlocksWrittenOut extends Standard {
  override invokeKnownHelper(paramSize: number, name: string): void {
    if (writtenOut[name] !== paramSize) return super.invokeKnownHelper(paramSize, name);
    if (name === 'is') return this.#same();
    if (name === 'word') return this.#word();
    // On the stack: what is asked, the branch for when there is something, the other one, and named values.
    const [named, otherwise, then, asked] = Array.from({ length: 4 }, () => this.popStack());
    const byHelper = (of: unknown) => {
      this.push(of);
      for (const each of [then, otherwise, named]) this.pushStackLiteral(each);
      super.invokeKnownHelper(1, name);
    };
    // Only the helpers know what named values mean, such as whether nothing counts as a number.
    if (named !== '{}') return byHelper(asked);
    this.useRegister('asked');
    if (name === 'each') return this.#each(asked, then, otherwise, byHelper);
    const isThere = `${name === 'with' ? '(asked || asked === 0)' : 'asked'} && !(Array.isArray(asked) && asked.length === 0)`;
    const inside = name === 'with' ? branch(then, 'asked') : branch(name === 'if' ? then : otherwise);
    this.push(['((asked = ', asked, ', ', isThere, ') ? ', inside, ' : ', branch(name === 'unless' ? then : otherwise), ')']);
  }

  #same(): void {
    const [, , , second, first] = Array.from({ length: 5 }, () => this.popStack());
    this.push(['(', first, ' === ', second, ')']);
  }

  #word(): void {
    const [, , , word] = Array.from({ length: 4 }, () => this.popStack());
    this.push(['(data.root.wordsOfTheme[', word, '] ?? ', word, ')']);
  }

  // Lists alone: what else can be gone through is left to the helper.
  #each(list: unknown, then: unknown, otherwise: unknown, byHelper: (of: unknown) => void): void {
    byHelper('asked');
    const helped = this.popStack();
    const { index } = partsOf(then)!;
    const isCounted = countsIts(this.environment.children.find(each => each.index === index)!);
    const frame = '{ ...data, _parent: data, key: at, index: at, first: at === 0, last: at === all.length - 1 }';
    const written = branch(then, 'each', isCounted ? frame : 'data');
    const rows = `asked.map((each, at, all) => ${written}).join('')`;
    this.push(['(!Array.isArray(asked = ', list, ') ? ', helped, ' : asked.length === 0 ? ', branch(otherwise), ' : ', rows, ')']);
  }
}

// What its branches are compiled with.
Object.defineProperty(BlocksWrittenOut.prototype, 'compiler', { value: BlocksWrittenOut });

function partsOf(program: unknown): { readonly index: number; readonly hasDepths: boolean } | null {
  const given = /^container\.program\((\d+), data, 0(.*)\)$/.exec(String(program));
  return given && { index: Number(given[1]), hasDepths: given[2] !== '' };
}

/** What a branch is of where nothing else is said: where there is nothing, an empty record stands for it. */
const same = '(depth0 != null ? depth0 : container.nullContext)';

/** A branch called where it stands, as of a context, with the way up to it as the standard compiler counts it. */
function branch(program: unknown, context = same, data = 'data'): string {
  const parts = partsOf(program);
  if (!parts) return '""';
  const isOneDown = `${context} != depths[0] && !(${context} === container.nullContext && depths[0] === null)`;
  const around = parts.hasDepths ? `, blockParams, ${isOneDown} ? [${context}].concat(depths) : depths` : '';
  const part = `container.part${parts.index}`;
  return `(${part} || (${part} = container.fn(${parts.index})))(container, ${context}, helpers, partials, ${data}${around})`;
}

/** Whether a part says somewhere which of how many it is. */
function countsIts({ opcodes, children }: Program): boolean {
  return opcodes.some(each => each.opcode === 'lookupData') || children.some(countsIts);
}

/** Makes templates be compiled with their blocks written out. */
export function writeOutBlocks(handlebars: typeof Handlebars): void {
  (handlebars as unknown as { JavaScriptCompiler: CompilerClass }).JavaScriptCompiler = BlocksWrittenOut;
}
