import { disposition } from './disposition';

test.each([
  ['eggs-Łosoś.pdf', 'filename="eggs-Losos.pdf"', "filename*=UTF-8''eggs-%C5%81oso%C5%9B.pdf"],
  ['лосось.pdf', 'filename="______.pdf"', "filename*=UTF-8''%D0%BB%D0%BE%D1%81%D0%BE%D1%81%D1%8C.pdf"],
  ['a"b\r\nc.pdf', 'filename="a-b-c.pdf"', "filename*=UTF-8''a-b-c.pdf"],
  ['x\ud800y.pdf', 'filename="x_y.pdf"', "filename*=UTF-8''x%EF%BF%BDy.pdf"],
])('%j names its file in a header that any server may send', (name, plain, encoded) => {
  const header = disposition('inline', name);
  expect(header).toContain(plain);
  expect(header).toContain(encoded);
  expect(() => new Response('', { headers: { 'content-disposition': header } })).not.toThrow();
});
