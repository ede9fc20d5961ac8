/** Finds what the interface's sources say in words themselves instead of taking it from `words/`. */
import ts from 'typescript';
import { parse } from 'vue/compiler-sfc';

/** What a person reads or hears, and where it stands. */
export interface Said {
  text: string;
  at: string;
}

/** Attributes and properties whose values are read or heard. */
const READ = new Set(
  'alt aria-description aria-label aria-roledescription caption does doing empty everything hint in-force label leave nobody none placeholder sure title says'.split(
    ' ',
  ),
);
/** Bindings that hold no text, whatever their strings look like. */
const NOT_READ =
  /^(class|style|d|points|view-?box|transform|path|type|role|key|id|to|href|src|for|name|.*-dasharray)$/i;
/** Properties in a program that hold none. */
const NOT_READ_IN_PROGRAM = /^'?(class|color|fontFamily|id|key|kind|type)'?$/;
/** Calls whose strings are names, patterns or keys of a program. */
const OF_A_PROGRAM =
  /^(addEventListener|append|closest|createElement|defineStore|emit|endsWith|format|formatDate|get|getContext|getItem|has|import|includes|indexOf|join|matches|matchMedia|parse|postMessage|querySelector(All)?|removeItem|replace(All)?|set|setAttribute|setItem|split|startsWith|test|useDateFormat|useEventListener|useLocalStorage|useMediaQuery)$/;
/** What is thrown at programmers, and made of addresses and patterns. */
const OF_A_PROGRAM_NEW =
  /^(BroadcastChannel|Cannot\w+|CustomEvent|DOMException|Error|Event|RegExp|TypeError|URL|Worker)$/;
const UNITS = new Set('bit cm ft hz kb kg kn lb mb min mm ms nm'.split(' '));

/** Whether a piece of text has a word in it, not figures, signs and units alone. */
const hasWords = (text: string): boolean =>
  (text.match(/\p{L}{2,}/gu) ?? []).some((word) => !UNITS.has(word.toLowerCase()));

/** Whether a string in a program reads like something that is said: a word with a capital, or plain words one after another. */
export function readsLikeText(text: string): boolean {
  if (!hasWords(text) || /[{}<>|]|=>|\bvar\(|^\w+:\S|^[a-z]+\/|\.\w{2,4}$|^[MLCQA] ?-?\d/.test(text)) return false;
  if (/^\p{Lu}\p{Ll}+([^\p{L}]|$)/u.test(text))
    return !/^(Arrow|Digit|Key)[A-Z\d]|^(Backspace|Delete|End|Enter|Escape|Home|Space|Tab)$/.test(text);
  const words = text.trim().split(/\s+/);
  const plain = words.filter((word) => /^[“‘(]?[\p{L}’]+[”’),.:;…?!]*$/u.test(word));
  return (
    words.length > 1 && plain.length >= Math.max(2, words.length / 2) && !words.some((w) => /^-?\w+-\w|\[|:\w/.test(w))
  );
}

/** Strings of a program, or of an expression in a template, that read like text. */
export function saidInProgram(source: string): string[] {
  const found: string[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isTypeNode(node)) return;
    if (ts.isNewExpression(node) && OF_A_PROGRAM_NEW.test(node.expression.getText())) return;
    if (ts.isCallExpression(node)) {
      const { expression: called } = node;
      const name = ts.isPropertyAccessExpression(called) ? called.name.text : called.getText();
      if (OF_A_PROGRAM.test(name)) {
        visit(called);
        node.arguments.filter((a) => !ts.isStringLiteralLike(a) && !ts.isTemplateExpression(a)).forEach(visit);
        return;
      }
    }
    if (ts.isStringLiteralLike(node)) {
      const { parent } = node;
      const compared = ts.isBinaryExpression(parent) && /^(===|!==|in)$/.test(parent.operatorToken.getText());
      const named =
        ts.isPropertyAssignment(parent) && (parent.name === node || NOT_READ_IN_PROGRAM.test(parent.name.getText()));
      const keyed = ts.isElementAccessExpression(parent) || ts.isCaseClause(parent);
      if (!compared && !named && !keyed && readsLikeText(node.text)) found.push(node.text);
      return;
    }
    if (ts.isTemplateExpression(node)) {
      const pieces = [node.head.text, ...node.templateSpans.map((s) => s.literal.text)];
      if (readsLikeText(pieces.join('0').replace(/0(?=\p{L})|(?<=\p{L})0/gu, ''))) found.push(pieces.join('…'));
    }
    ts.forEachChild(node, visit);
  };
  visit(ts.createSourceFile('program.ts', source, ts.ScriptTarget.Latest, true));
  return found;
}

/** What an expression comes to, by every way that it can take: its own strings are read as they stand, one word or many. */
function resultsOf(node: ts.Node): ts.Node[] {
  if (ts.isParenthesizedExpression(node)) return resultsOf(node.expression);
  if (ts.isConditionalExpression(node)) return [...resultsOf(node.whenTrue), ...resultsOf(node.whenFalse)];
  if (ts.isTemplateExpression(node)) return [node, ...node.templateSpans.flatMap((s) => resultsOf(s.expression))];
  if (ts.isBinaryExpression(node) && /^(\?\?|\|\||&&|\+)$/.test(node.operatorToken.getText()))
    return [...resultsOf(node.left), ...resultsOf(node.right)];
  return [node];
}
/** Words among what an expression comes to that {@link saidInProgram} takes for names of a program: single ones in small letters. */
export function wordsShown(expression: string): string[] {
  const [statement] = ts.createSourceFile('e.ts', `(${expression})`, ts.ScriptTarget.Latest, true).statements;
  if (!statement || !ts.isExpressionStatement(statement)) return [];
  const pieces = (node: ts.Node): string[] =>
    ts.isStringLiteralLike(node)
      ? [node.text]
      : ts.isTemplateExpression(node)
        ? [node.head.text, ...node.templateSpans.map((s) => s.literal.text)]
        : [];
  return resultsOf(statement.expression)
    .flatMap(pieces)
    .filter((text) => hasWords(text) && !readsLikeText(text))
    .map((text) => text.trim());
}

/** The parts of a template's tree that are looked at, by the numbers that the compiler gives them. */
interface Part {
  type: number;
  name?: string;
  content?: unknown;
  value?: { content: string };
  arg?: { content: string };
  exp?: { content: string };
  props?: Part[];
  children?: Part[];
  loc: { start: { line: number } };
}
const [TEXT, VALUE, ATTRIBUTE, DIRECTIVE] = [2, 5, 6, 7];

/** What a component says itself, in its template and its script. */
export function saidInComponent(source: string): Said[] {
  const { template, scriptSetup } = parse(source).descriptor;
  const found: Said[] = saidInProgram(scriptSetup?.content ?? '').map((text) => ({ text, at: 'script' }));
  const visit = (part: Part): void => {
    const at = `line ${part.loc.start.line}`;
    const expression = (source: string): void => {
      found.push(...saidInProgram(`(${source})`).map((text) => ({ text, at })));
    };
    if (part.type === TEXT && hasWords(String(part.content))) found.push({ text: String(part.content).trim(), at });
    if (part.type === VALUE) {
      const { content } = part.content as { content: string };
      expression(content);
      found.push(...wordsShown(content).map((text) => ({ text, at })));
    }
    if (part.type === ATTRIBUTE && part.value && READ.has(part.name!) && hasWords(part.value.content))
      found.push({ text: part.value.content, at });
    if (part.type === DIRECTIVE && part.name === 'bind' && part.exp && !NOT_READ.test(part.arg?.content ?? ''))
      expression(part.exp.content);
    [...(part.props ?? []), ...(part.children ?? [])].forEach(visit);
  };
  if (template?.ast) visit(template.ast as unknown as Part);
  return found;
}
