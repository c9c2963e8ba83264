// Where a source file can be made wrong, and the same file with every wrong in it, asleep: `$m(17) ? wrong : right`.
import ts from 'typescript';

const OPPOSITE = new Map([
  [ts.SyntaxKind.LessThanToken, '>='],
  [ts.SyntaxKind.LessThanEqualsToken, '>'],
  [ts.SyntaxKind.GreaterThanToken, '<='],
  [ts.SyntaxKind.GreaterThanEqualsToken, '<'],
  [ts.SyntaxKind.EqualsEqualsEqualsToken, '!=='],
  [ts.SyntaxKind.ExclamationEqualsEqualsToken, '==='],
  [ts.SyntaxKind.AmpersandAmpersandToken, '||'],
  [ts.SyntaxKind.BarBarToken, '&&'],
  [ts.SyntaxKind.PlusToken, '-'],
  [ts.SyntaxKind.MinusToken, '+'],
  [ts.SyntaxKind.AsteriskToken, '/'],
  [ts.SyntaxKind.SlashToken, '*'],
]);
/**
 * A number made wrong: enough to be seen, not so much that everything breaks. A whole one stays whole, or bytes and
 * indices would cut the difference off unseen.
 */
function larger(text) {
  const v = Number(text.replaceAll('_', ''));
  return Number.isInteger(v) ? v + Math.max(1, Math.round(v / 4)) : `(${text} * 1.25)`;
}

const isText = (n) => ts.isStringLiteralLike(n) || ts.isTemplateExpression(n);
const withText = (n) => isText(n) || (ts.isBinaryExpression(n) && (withText(n.left) || withText(n.right)));
const isAmount = (n) =>
  ts.isNumericLiteral(n) &&
  !(ts.isElementAccessExpression(n.parent) && n.parent.argumentExpression === n) &&
  !(ts.isPropertyAssignment(n.parent) && n.parent.name === n) &&
  !ts.isLiteralTypeNode(n.parent) &&
  !ts.isEnumMember(n.parent) &&
  !(ts.isPrefixUnaryExpression(n.parent) && ts.isLiteralTypeNode(n.parent.parent)) &&
  Number(n.text.replaceAll('_', '')) !== 0;

/** The wrong that a node can be turned into, as text; null where there is none. */
function wrongOf(n, source) {
  const text = (x) => x.getText(source);
  if (ts.isBinaryExpression(n)) {
    const op = OPPOSITE.get(n.operatorToken.kind);
    if (!op || (n.operatorToken.kind === ts.SyntaxKind.PlusToken && withText(n))) return null;
    return `(${text(n.left)}) ${op} (${text(n.right)})`;
  }
  if (ts.isPrefixUnaryExpression(n) && n.operator === ts.SyntaxKind.ExclamationToken) return text(n.operand);
  if (ts.isPrefixUnaryExpression(n) && n.operator === ts.SyntaxKind.MinusToken && !ts.isLiteralTypeNode(n.parent))
    return text(n.operand);
  if (isAmount(n)) return `${larger(n.text)}`;
  return null;
}

/** Conditions that are no comparison themselves are turned round. */
const conditionOf = (n) =>
  ts.isIfStatement(n) || ts.isWhileStatement(n) ? n.expression : ts.isConditionalExpression(n) ? n.condition : null;

/**
 * @returns the instrumented text and its points `{ line, was, is }`, numbered from `first`
 */
export function instrument(path, text, first) {
  const source = ts.createSourceFile(path, text, ts.ScriptTarget.Latest, true);
  const points = [];
  const note = (n, is) => {
    const line = source.getLineAndCharacterOfPosition(n.getStart(source)).line + 1;
    points.push({
      path,
      line,
      was: n.getText(source).replace(/\s+/g, ' ').slice(0, 90),
      is: is.replace(/\s+/g, ' ').slice(0, 90),
    });
    return first + points.length - 1;
  };
  /** The text of a node with the points inside it; what is wrong in it stands beside. */
  const rewritten = (n) => {
    let out = '';
    let at = n.getStart(source);
    ts.forEachChild(n, (c) => {
      if (
        ts.isTypeNode(c) ||
        ts.isTypeParameterDeclaration(c) ||
        ts.isInterfaceDeclaration(c) ||
        ts.isTypeAliasDeclaration(c) ||
        ts.isImportDeclaration(c)
      )
        return;
      const start = c.getStart(source);
      out += text.slice(at, start) + rewritten(c);
      at = c.end;
    });
    out += text.slice(at, n.end);
    const wrong = wrongOf(n, source);
    if (wrong !== null) return `($m(${note(n, wrong)}) ? (${wrong}) : (${out}))`;
    const asked =
      n.parent && conditionOf(n.parent) === n && !ts.isBinaryExpression(n) && !ts.isPrefixUnaryExpression(n);
    if (asked) {
      const is = `!(${n.getText(source)})`;
      return `($m(${note(n, is)}) ? ${is} : (${out}))`;
    }
    // what is done for its effect is left undone
    if (ts.isExpressionStatement(n) && (ts.isCallExpression(n.expression) || ts.isAwaitExpression(n.expression)))
      return `{ if (!$m(${note(n, ';')})) { ${out} } }`;
    return out;
  };
  const out = text.slice(0, source.getStart(source)) + rewritten(source);
  return { text: out, points };
}
