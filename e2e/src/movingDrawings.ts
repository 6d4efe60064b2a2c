/** Drawings that move in every way that comes over, made up for trials. */
const drawing = (inner: string, style = ''): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 400 300" width="400" height="300">${style ? `<style>${style}</style>` : ''}${inner}</svg>`

const still = (y: number, inner: string): string =>
  `<rect x="10" y="${y}" width="30" height="20" fill="#c8401a">${inner}</rect>`
const animate = (attributes: string): string => `<animate repeatCount="indefinite" ${attributes}/>`

/** By elements that animate. */
export const SMIL_DRAWINGS: Readonly<Record<string, string>> = {
  'values at even times': drawing(still(10, animate('attributeName="x" values="10;200;90;10" dur="2s"'))),
  'values at times of their own': drawing(
    still(10, animate('attributeName="x" values="10;200;90" keyTimes="0;0.2;1" dur="2s"')),
  ),
  'eased between values': drawing(
    still(
      10,
      animate(
        'attributeName="x" values="10;200;10" calcMode="spline" keyTimes="0;0.6;1" keySplines="0.4 0 0.2 1;0.8 0 1 1" dur="1.5s"',
      ),
    ),
  ),
  'in jumps': drawing(
    still(10, animate('attributeName="x" values="10;60;120;180" calcMode="discrete" dur="2s"')),
  ),
  'at one speed': drawing(
    still(10, animate('attributeName="x" values="10;210;110" calcMode="paced" dur="1.5s"')),
  ),
  'from, to and by': drawing(
    still(10, animate('attributeName="x" from="20" to="200" dur="1s"')) +
      still(50, animate('attributeName="x" to="200" dur="1s"')) +
      still(90, animate('attributeName="x" from="20" by="100" dur="1s"')) +
      still(130, animate('attributeName="x" by="100" dur="1s"')),
  ),
  'begun late, three rounds, frozen or not': drawing(
    still(
      10,
      '<animate attributeName="x" from="100" to="200" begin="0.5s" dur="0.5s" repeatCount="3" fill="freeze"/>',
    ) +
      still(50, '<animate attributeName="x" from="100" to="200" begin="0.5s" dur="0.5s" repeatCount="2"/>') +
      still(
        90,
        '<animate attributeName="x" from="100" to="200" begin="-0.25s" dur="1s" repeatCount="indefinite"/>',
      ) +
      still(
        130,
        '<animate attributeName="x" from="100" to="200" begin="0.4s" dur="1s" repeatCount="indefinite"/>',
      ),
  ),
  'begun when another ends': drawing(
    still(10, '<animate id="one" attributeName="x" from="10" to="200" dur="1s" fill="freeze"/>') +
      still(
        50,
        '<animate attributeName="x" from="10" to="200" begin="one.end+0.5s" dur="1s" fill="freeze"/>',
      ),
  ),
  'set for a while': drawing(
    still(10, '<set attributeName="fill" to="#1f2b33" begin="0.5s" dur="0.5s"/>') +
      still(50, '<set attributeName="visibility" to="hidden" begin="0.5s" dur="0.5s"/>'),
  ),
  'turned about a point': drawing(
    '<rect x="100" y="100" width="60" height="20" fill="#2a7f86"><animateTransform attributeName="transform" type="rotate" from="0 130 110" to="360 130 110" dur="2s" repeatCount="indefinite"/></rect>',
  ),
  'turned and moved on top of a transform': drawing(
    '<g transform="translate(200 150) rotate(20)"><rect x="-30" y="-10" width="60" height="20" fill="#2a7f86"><animateTransform attributeName="transform" type="scale" values="1 1;2 0.5;1 1" dur="2s" repeatCount="indefinite"/><animateTransform attributeName="transform" type="rotate" values="0;90;0" dur="3s" additive="sum" repeatCount="indefinite"/></rect></g>',
  ),
  'along a path, turning with it': drawing(
    '<path d="M-12 -8L14 0L-12 8Z" fill="#c8401a"><animateMotion path="M40 200C80 40 240 40 360 220S120 280 60 240" dur="3s" rotate="auto" repeatCount="indefinite"/></path>',
  ),
  'along a path by points and times': drawing(
    '<circle r="8" fill="#c8401a"><animateMotion path="M40 200C80 40 240 40 360 220" keyPoints="0;0.7;0.2;1" keyTimes="0;0.3;0.6;1" calcMode="linear" dur="3s" repeatCount="indefinite"/></circle>',
  ),
  'along a path that stands elsewhere': drawing(
    '<defs><path id="way" d="M40 60H300V200"/></defs><circle r="8" fill="#c8401a"><animateMotion dur="2s" repeatCount="indefinite"><mpath href="#way"/></animateMotion></circle>',
  ),
  'an outline that changes': drawing(
    '<path d="M100 100L200 100L150 200Z" fill="#7a5ca0"><animate attributeName="d" values="M100 100L200 100L150 200Z;M80 120L220 90L150 240Z;M100 100L200 100L150 200Z" dur="2s" repeatCount="indefinite"/></path>' +
      '<polygon points="300,100 380,100 340,180" fill="#7a5ca0"><animate attributeName="points" values="300,100 380,100 340,180;290,120 390,90 340,200;300,100 380,100 340,180" dur="2s" repeatCount="indefinite"/></polygon>',
  ),
  'colours, widths and dashes': drawing(
    '<path d="M40 40H300V160" fill="none" stroke="#c8401a" stroke-width="4" stroke-dasharray="30 10"><animate attributeName="stroke-dashoffset" from="0" to="80" dur="1s" repeatCount="indefinite"/><animate attributeName="stroke" values="#c8401a;#2a7f86;#c8401a" dur="2s" repeatCount="indefinite"/><animate attributeName="stroke-width" values="4;12;4" dur="2s" repeatCount="indefinite"/></path>',
  ),
  'a form by its middle and radii': drawing(
    '<ellipse cx="100" cy="100" rx="40" ry="20" fill="#2a7f86"><animate attributeName="rx" values="40;80;40" dur="2s" repeatCount="indefinite"/><animate attributeName="cy" values="100;180;100" dur="1s" repeatCount="indefinite"/></ellipse>' +
      '<rect x="200" y="40" width="60" height="40" rx="8" fill="#2a7f86"><animate attributeName="width" values="60;120;60" dur="2s" repeatCount="indefinite"/><animate attributeName="height" values="40;80;40" dur="2s" repeatCount="indefinite"/></rect>',
  ),
  'what a group hands down': drawing(
    '<g fill="#c8401a"><animate attributeName="fill" values="#c8401a;#2a7f86;#c8401a" dur="2s" repeatCount="indefinite"/><rect x="20" y="20" width="40" height="40"/><circle cx="120" cy="40" r="20"/><circle cx="180" cy="40" r="20" fill="#1f2b33"/></g>',
  ),
}

const box = (name: string, y: number): string =>
  `<rect class="${name}" x="20" y="${y}" width="40" height="20" fill="#c8401a"/>`

/** By style rules. */
export const STYLED_DRAWINGS: Readonly<Record<string, string>> = {
  'there and back, backwards, and in steps': drawing(
    box('a', 10) + box('b', 50) + box('c', 90) + box('d', 130) + box('e', 170),
    `@keyframes go{to{transform:translateX(200px)}}
    .a{animation:go 1s ease-in-out infinite alternate}
    .b{animation:go 1s cubic-bezier(.3,0,.2,1.4) 0.3s infinite reverse}
    .c{animation:go 1s steps(4) infinite}
    .d{animation:go 1s steps(3,jump-both) infinite alternate-reverse}
    .e{animation:go 1s linear(0,0.8 40%,1) infinite}`,
  ),
  'late, with and without filling': drawing(
    box('a', 10) + box('b', 50) + box('c', 90) + box('d', 130),
    `@keyframes go{from{transform:translateX(50px)}to{transform:translateX(200px)}}
    .a{animation:go 1s 0.5s}
    .b{animation:go 1s 0.5s backwards}
    .c{animation:go 1s 0.5s forwards}
    .d{animation:go 1s -0.5s 2 both}`,
  ),
  'functions one by one': drawing(
    box('a', 60) + box('b', 120),
    `@keyframes mixed{0%{transform:none}40%{transform:translate(100px,20px) rotate(90deg)}100%{transform:translate(200px,0) rotate(180deg) scale(2,.5)}}
    .a{transform-origin:40px 70px;animation:mixed 2s linear infinite}
    .b{transform-box:fill-box;transform-origin:center;animation:mixed 2s ease infinite}`,
  ),
  'as matrices': drawing(
    box('a', 60),
    `@keyframes mixed{from{transform:rotate(30deg) translateX(20px)}to{transform:scale(2) rotate(80deg)}}
    .a{transform-origin:40px 70px;animation:mixed 2s linear infinite alternate}`,
  ),
  'by properties of their own': drawing(
    box('a', 60),
    `@keyframes one{to{translate:120px 40px}}@keyframes two{50%{rotate:90deg;scale:1.5}}
    .a{transform-origin:40px 70px;animation:one 1s ease infinite alternate,two 1.5s linear infinite}`,
  ),
  'along a path': drawing(
    '<path class="a" d="M-12 -8L14 0L-12 8Z" fill="#c8401a"/>',
    `@keyframes go{to{offset-distance:100%}}
    .a{offset-path:path("M40 200C80 40 240 40 360 220");animation:go 2s ease-in-out infinite}`,
  ),
  'groups in groups': drawing(
    '<g class="a"><rect x="180" y="130" width="40" height="40" fill="#2a7f86"/><g class="b"><circle cx="260" cy="150" r="10" fill="#c8401a"/></g></g>',
    `@keyframes spin{to{transform:rotate(360deg)}}@keyframes fade{50%{opacity:.2}}
    .a{transform-origin:200px 150px;animation:spin 4s linear infinite,fade 2s ease infinite}
    .b{transform-origin:260px 130px;animation:spin 1s linear infinite}`,
  ),
  'variables, sums and shares': drawing(
    box('a', 60),
    `:root{--far:calc(40px * 3);--long:1.5s}@keyframes go{to{transform:translate(calc(var(--far) + 10px),10%)}}
    .a{animation:go var(--long) linear infinite}`,
  ),
  'colours and forms': drawing(
    '<circle class="a" cx="60" cy="60" r="20"/><path class="b" d="M100 100L200 100L150 200Z" fill="#7a5ca0"/>',
    `@keyframes tint{0%{fill:#c8401a;r:20px}50%{fill:rgb(42 127 134 / .4);r:40px}100%{fill:#c8401a;r:20px}}
    @keyframes bend{50%{d:path("M80 120L220 90L150 240Z")}}
    .a{animation:tint 2s linear infinite}.b{animation:bend 2s ease-in-out infinite}`,
  ),
}
