import { RuleTester } from 'eslint';
import { describe, expect, it } from 'vitest';
import { keptText } from './keptText.mjs';

RuleTester.describe = describe;
/** The tester throws where code is told otherwise than it should be. */
RuleTester.it = (code, told) => it(code, () => expect(told).not.toThrow());

const rule = new RuleTester({
  languageOptions: { parserOptions: { ecmaFeatures: { jsx: true } } },
});
const box = (before, element) => `function Box() { ${before}; return ${element}; }`;
const INPUT = '<input value={text} onChange={(e) => setText(e.target.value)} />';
const lost = (before, element, name = 'text') => ({
  code: box(before, element),
  errors: [{ messageId: 'lost', data: { name } }],
});

rule.run('kept-text', keptText, {
  valid: [
    box('const [text, setText] = useTypedText("note")', INPUT),
    box('const [text, setText] = useState(() => readKept(KEY) ?? "")', INPUT),
    box('const [editing, setText] = useState(null); const text = editing ?? kept', INPUT),
    box('const [on, setOn] = useState("a")', '<input type="radio" value={on} onChange={setOn} />'),
    box('const [way, setWay] = useState("a")', '<select value={way} onChange={setWay} />'),
  ],
  invalid: [
    lost('const [text, setText] = useState("")', INPUT),
    lost('const [text, setText] = useState()', '<LooseLength text={text} onType={setText} />'),
    lost(
      'const [text, setText] = useState(null)',
      '<textarea value={text ?? ""} onChange={setText} />',
    ),
    lost(
      'const [form, put] = useState({ name: "" })',
      '<input value={form.name} onChange={put} />',
      'form',
    ),
    lost(
      'const [rows, put] = useState({})',
      '<input value={rows[i] ?? ""} onChange={put} />',
      'rows',
    ),
  ],
});
