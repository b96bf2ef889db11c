/**
 * Typed text outlives a reload: a box that is typed into may not show what only React's own state
 * holds.
 *
 * Looked at is every element with a text (`value` or `text`) and something that hears of typing
 * (`onChange`, `onType`). Its text may come from anywhere but a variable of `useState`: the kept
 * text, the address, the job, the shop. Choices, ticks and sliders are no text.
 */
const TEXTS = ['value', 'text'];
const HEARS = ['onChange', 'onType'];
const NO_TEXT = ['checkbox', 'radio', 'range', 'file'];
const CHOICES = ['select', 'Choice', 'Segmented', 'Select', 'Slider', 'Apart'];

/** @type {import('eslint').Rule.RuleModule} */
export const keptText = {
  meta: {
    type: 'problem',
    schema: [],
    messages: {
      lost: '“{{name}}” is lost by a reload: keep it with useTypedText, useKeptState or useSought.',
    },
  },
  create(context) {
    return {
      JSXOpeningElement(element) {
        const attributes = new Map(
          element.attributes.flatMap((one) =>
            one.type === 'JSXAttribute' ? [[one.name.name, one.value]] : [],
          ),
        );
        if (CHOICES.includes(element.name.name) || NO_TEXT.includes(attributes.get('type')?.value))
          return;
        if (!HEARS.some((name) => attributes.has(name))) return;
        for (const name of TEXTS) {
          const { expression } = attributes.get(name) ?? {};
          const lost =
            expression &&
            namesIn(expression).find((word) => isState(context.sourceCode.getScope(element), word));
          if (lost) context.report({ node: element, messageId: 'lost', data: { name: lost } });
        }
      },
    };
  },
};

/** The variables that a text is made of. */
function namesIn(expression) {
  if (expression.type === 'Identifier') return [expression.name];
  if (expression.type === 'MemberExpression') return namesIn(expression.object);
  if (expression.type === 'LogicalExpression')
    return [...namesIn(expression.left), ...namesIn(expression.right)];
  return [];
}

/**
 * Whether a variable is the first of what `useState` gives, and begins with the same at every load.
 */
function isState(scope, name) {
  const variable = scope.set.get(name);
  if (!variable) return scope.upper ? isState(scope.upper, name) : false;
  return variable.defs.some(
    ({ node }) => node.type === 'VariableDeclarator' && isForgetful(node.init),
  );
}

/** A state that begins with what something tells it may be what was kept. */
const isForgetful = (call) =>
  call?.type === 'CallExpression' &&
  call.callee.name === 'useState' &&
  !['CallExpression', 'ArrowFunctionExpression', 'LogicalExpression'].includes(
    call.arguments[0]?.type,
  );
