/** Lists and maps as programs print them, as JSON, each part on its line: quotes, tuples, names without quotes, `None`. */

const words: ReadonlyMap<string, string> = new Map([
  ['None', 'null'],
  ['nil', 'null'],
  ['NULL', 'null'],
  ['undefined', 'null'],
  ['True', 'true'],
  ['False', 'false'],
  ['null', 'null'],
  ['true', 'true'],
  ['false', 'false'],
]);
const declared: ReadonlySet<string> = new Set(['const', 'let', 'var', 'my', 'export', 'return', 'final']);
const part =
  /(?<blank>\s+|(?:\/\/|#)[^\n]*)|(?<quoted>'(?:[^'\\\n]|\\.){0,2000}'|"(?:[^"\\\n]|\\.){0,2000}")|(?<arrow>=>)|(?<word>0x[\da-fA-F]{1,16}|-?\d[\w.]{0,40}|[\p{L}_$][\p{L}\d_.$]{0,80})|(?<sign>[[\](){},:;=])/uy;

const quotedAgain = (text: string): string => JSON.stringify(text.slice(1, -1).replace(/\\(['"\\])/g, '$1'));

/**
 * The text as JSON, with its line breaks where they were; null where it is no literal. Several assignments become one
 * map of what is assigned.
 * @example jsonOfLiteral("codes = [('Body', 'B1318-16', None)]") // '{"codes":[["Body","B1318-16",null]]}'
 */
export function jsonOfLiteral(text: string): string | null {
  let json = '';
  let depth = 0;
  let assigned = 0;
  let awaitsValue = true;
  // A comma in front of a bracket that closes parts nothing.
  let comma = false;
  const put = (token: string) => {
    json += comma ? `,${token}` : token;
    comma = false;
  };
  for (let at = 0; at < text.length;) {
    part.lastIndex = at;
    const found = part.exec(text)?.groups;
    if (!found) return null;
    at = part.lastIndex;
    const { blank, quoted, arrow, word, sign } = found;
    if (blank !== undefined) json += blank.replace(/[^\n]/g, '');
    else if (sign === ';') continue;
    else if (sign === ')' || sign === ']' || sign === '}') {
      if (--depth < 0) return null;
      comma = false;
      json += sign === ')' ? ']' : sign;
    } else if (sign === '(' || sign === '[' || sign === '{') {
      if (depth++ === 0 && !awaitsValue) return null;
      awaitsValue = false;
      put(sign === '(' ? '[' : sign);
    } else if (depth > 0) {
      if (sign === ',') comma = true;
      else if (arrow !== undefined || sign !== undefined) json += ':';
      else put(quoted === undefined ? (words.get(word!) ?? JSON.stringify(word)) : quotedAgain(quoted));
    } else if (word === undefined) return null;
    else if (!declared.has(word)) {
      const sets = /^\s{0,20}=\s{0,20}(?=[[({])/.exec(text.slice(at, at + 60))?.[0];
      if (sets === undefined) return null;
      at += sets.length;
      comma = assigned++ > 0;
      put(`${JSON.stringify(word)}:${sets.replace(/[^\n]/g, '')}`);
      awaitsValue = true;
    }
  }
  if (depth !== 0) return null;
  return assigned > 0 ? `{${json}}` : json;
}
