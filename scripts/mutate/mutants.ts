import ts from "typescript";

/** One small change to a file: the text between two offsets, replaced. */
export interface Mutant {
  file: string;
  /** From 1. */
  line: number;
  start: number;
  end: number;
  text: string;
  /** What was changed, for the table: "+ → -". */
  what: string;
}

const SWAPPED = new Map<ts.SyntaxKind, string>([
  [ts.SyntaxKind.PlusToken, "-"],
  [ts.SyntaxKind.MinusToken, "+"],
  [ts.SyntaxKind.AsteriskToken, "/"],
  [ts.SyntaxKind.SlashToken, "*"],
  [ts.SyntaxKind.AsteriskAsteriskToken, "*"],
  [ts.SyntaxKind.LessThanToken, ">="],
  [ts.SyntaxKind.LessThanEqualsToken, "<"],
  [ts.SyntaxKind.GreaterThanToken, "<="],
  [ts.SyntaxKind.GreaterThanEqualsToken, ">"],
  [ts.SyntaxKind.EqualsEqualsEqualsToken, "!=="],
  [ts.SyntaxKind.ExclamationEqualsEqualsToken, "==="],
  [ts.SyntaxKind.AmpersandAmpersandToken, "||"],
  [ts.SyntaxKind.BarBarToken, "&&"],
  [ts.SyntaxKind.PlusEqualsToken, "-="],
  [ts.SyntaxKind.MinusEqualsToken, "+="],
  [ts.SyntaxKind.AsteriskEqualsToken, "/="],
  [ts.SyntaxKind.SlashEqualsToken, "*="],
]);

const TWINS = new Map([
  ["min", "max"],
  ["max", "min"],
  ["some", "every"],
  ["every", "some"],
  ["floor", "ceil"],
  ["ceil", "floor"],
  ["sin", "cos"],
  ["cos", "sin"],
]);

/** Every mutant of one file of TypeScript, in the order of its text. */
export function mutantsOf(file: string, source: string): Mutant[] {
  const tree = ts.createSourceFile(file, source, ts.ScriptTarget.Latest, true, ts.ScriptKind.TS);
  const found: Mutant[] = [];
  const add = (start: number, end: number, text: string, what: string) =>
    found.push({ file, line: tree.getLineAndCharacterOfPosition(start).line + 1, start, end, text, what });
  const walk = (node: ts.Node): void => {
    if (ts.isTypeNode(node) || ts.isInterfaceDeclaration(node) || ts.isImportDeclaration(node)) return;
    offer(node, tree, add);
    ts.forEachChild(node, walk);
  };
  walk(tree);
  return found;
}

type Add = (start: number, end: number, text: string, what: string) => void;

function offer(node: ts.Node, tree: ts.SourceFile, add: Add): void {
  if (ts.isBinaryExpression(node)) offerBinary(node, tree, add);
  else if (ts.isConditionalExpression(node))
    add(...span(node.condition, tree), `!(${node.condition.getText(tree)})`, "? turned");
  else if (ts.isIfStatement(node)) {
    const text = node.expression.getText(tree);
    add(...span(node.expression, tree), "false", `if (${short(text)}) never`);
    add(...span(node.expression, tree), "true", `if (${short(text)}) always`);
  } else if (ts.isNumericLiteral(node)) offerNumber(node, tree, add);
  else if (node.kind === ts.SyntaxKind.TrueKeyword) add(...span(node, tree), "false", "true → false");
  else if (node.kind === ts.SyntaxKind.FalseKeyword) add(...span(node, tree), "true", "false → true");
  else if (ts.isPrefixUnaryExpression(node)) offerPrefix(node, tree, add);
  else if (ts.isPropertyAccessExpression(node)) {
    const twin = TWINS.get(node.name.text);
    if (twin && ts.isCallExpression(node.parent)) add(...span(node.name, tree), twin, `${node.name.text} → ${twin}`);
  } else if (ts.isExpressionStatement(node) && ts.isCallExpression(node.expression)) {
    add(...span(node, tree), ";", `${short(node.getText(tree))} left out`);
  }
}

function offerBinary(node: ts.BinaryExpression, tree: ts.SourceFile, add: Add): void {
  const swapped = SWAPPED.get(node.operatorToken.kind);
  if (swapped === undefined) return;
  // text is put together by +, where minus is no small mistake
  const words = [node.left, node.right].some((side) => ts.isStringLiteralLike(side) || ts.isTemplateExpression(side));
  if (words && (swapped === "-" || swapped === "-=")) return;
  add(...span(node.operatorToken, tree), swapped, `${node.operatorToken.getText(tree)} → ${swapped}`);
}

/** `list[i] ?? 0`: what stands there for the type checker alone, and is never reached. */
const isFallback = (node: ts.NumericLiteral): boolean => {
  const { parent } = node;
  return (
    ts.isBinaryExpression(parent) &&
    parent.operatorToken.kind === ts.SyntaxKind.QuestionQuestionToken &&
    parent.right === node &&
    ts.isElementAccessExpression(parent.left)
  );
};

function offerNumber(node: ts.NumericLiteral, tree: ts.SourceFile, add: Add): void {
  if (isFallback(node)) return;
  const value = Number(node.text);
  const other =
    value === 0 ? "1" : value === 1 ? "2" : Number.isInteger(value) ? String(value + 1) : String(value * 1.5);
  add(...span(node, tree), other, `${node.getText(tree)} → ${other}`);
}

function offerPrefix(node: ts.PrefixUnaryExpression, tree: ts.SourceFile, add: Add): void {
  const operand = `(${node.operand.getText(tree)})`;
  if (node.operator === ts.SyntaxKind.MinusToken) add(...span(node, tree), operand, "sign dropped");
  if (node.operator === ts.SyntaxKind.ExclamationToken) add(...span(node, tree), operand, "! dropped");
}

const span = (node: ts.Node, tree: ts.SourceFile): [number, number] => [node.getStart(tree), node.getEnd()];

const short = (text: string) => (text.length > 40 ? `${text.slice(0, 39)}…` : text).replace(/\s+/g, " ");
