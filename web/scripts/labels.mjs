// Every word that the page itself puts on the screen, in one list: labels of controls, heads, what a screen reader says.
// They stand in the code beside what they label; here they are read as a whole. Sentences of the job are not among them:
// those come from crates/phrases.
//
//   node scripts/labels.mjs --write    writes labels.txt
//   node scripts/labels.mjs            fails where labels.txt is stale, or a label is spelled in two ways
import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import ts from "typescript";

const LIST = "labels.txt";
/** Attributes and fields that hold words for people. */
const SPOKEN =
  /^(aria-label|label|title|placeholder|legend|alt|what|empty|hint|note|caption|words|says|detail)$/;

const files = readdirSync("src", { recursive: true })
  .filter((name) => /\.tsx?$/.test(name) && !name.endsWith("schema.d.ts"))
  .sort();

const isSaid = (text) => /[A-Za-z]{2}/.test(text);
const plain = (text) => text.replace(/\s+/g, " ").trim();

/** The text pieces of an expression: strings, templates with their figures as "...", both ways of a choice. */
function pieces(node) {
  if (ts.isStringLiteralLike(node)) return [node.text];
  if (ts.isTemplateExpression(node))
    return [node.head.text + node.templateSpans.map((s) => `...${s.literal.text}`).join("")];
  if (ts.isConditionalExpression(node)) return [...pieces(node.whenTrue), ...pieces(node.whenFalse)];
  if (ts.isParenthesizedExpression(node) || ts.isJsxExpression(node))
    return node.expression ? pieces(node.expression) : [];
  if (ts.isBinaryExpression(node)) return pieces(node.right);
  return [];
}

function labels(file) {
  const text = readFileSync(`src/${file}`, "utf8");
  const kind = file.endsWith("x") ? ts.ScriptKind.TSX : ts.ScriptKind.TS;
  const out = [];
  const visit = (node) => {
    if (ts.isJsxText(node)) out.push(node.text);
    else if (ts.isJsxExpression(node) && !ts.isJsxAttribute(node.parent)) out.push(...pieces(node));
    else if (ts.isJsxAttribute(node) && SPOKEN.test(node.name.getText()) && node.initializer)
      out.push(...pieces(node.initializer));
    else if (ts.isPropertyAssignment(node) && SPOKEN.test(node.name.getText()))
      out.push(...pieces(node.initializer));
    ts.forEachChild(node, visit);
  };
  visit(ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true, kind));
  return out.map(plain).filter(isSaid);
}

const byFile = files.map((file) => [file, [...new Set(labels(file))]]).filter(([, all]) => all.length);
const list = byFile
  .map(([file, all]) => [file, ...all.map((label) => `    ${label}`), ""].join("\n"))
  .join("\n");

if (process.argv.includes("--write")) {
  writeFileSync(LIST, list);
  process.exit(0);
}
let wrong = false;
if (readFileSync(LIST, "utf8") !== list) {
  console.error(`${LIST} is stale: run node scripts/labels.mjs --write and read what changed`);
  wrong = true;
}
/** A label without what makes no other word of it: capitals, marks, articles within it. */
const bare = (label) =>
  label
    .toLowerCase()
    .replace(/(?<=.)\b(the|a|an)\b/g, "")
    .replace(/[^a-z0-9]/g, "");
const spelled = new Map();
for (const [file, all] of byFile)
  for (const label of all) {
    // Pieces of a sentence around a figure are no labels by themselves.
    if (!/^[A-Z]/.test(label) || label.includes("...")) continue;
    const whole = label.replace(/\W+$/, "");
    const [first, where] = spelled.get(bare(whole)) ?? [];
    if (first === undefined) spelled.set(bare(whole), [whole, file]);
    else if (first !== whole) {
      console.error(`"${label}" in ${file} stands as "${first}" in ${where}: one spelling`);
      wrong = true;
    }
  }
process.exit(wrong ? 1 : 0);
