/** How a document looks: on the screen in both themes, on paper of either size. */
export const documentStyle = `
:root { color-scheme: light dark; --ink: #1e2329; --quiet: #565c61; --line: #d9d5c7; --paper: #fffdf8; --sunk: #f4f2eb; --mark: #eda91f }
@media screen and (prefers-color-scheme: dark) {
  :root { --ink: #ece8de; --quiet: #b3b1a8; --line: #44484b; --paper: #191b1d; --sunk: #24272a; --mark: #e3a229 }
}
* { box-sizing: border-box }
body { max-width: 60rem; margin: 2rem auto; padding: 0 1.25rem; background: var(--paper); color: var(--ink); font: 15px/1.5 system-ui, sans-serif }
h1 { margin: 0 0 .25rem; font-size: 1.7rem }
h2 { margin: 2rem 0 .5rem; padding-bottom: .2rem; border-bottom: 2px solid var(--mark); font-size: 1.1rem }
header p { margin: 0; color: var(--quiet) }
table { width: 100%; border-collapse: collapse }
th { color: var(--quiet); font-weight: 500; text-align: left }
th, td { padding: .25rem .75rem .25rem 0; border-bottom: 1px solid var(--line); vertical-align: top; overflow-wrap: anywhere }
code { font: .9em/1.4 ui-monospace, monospace }
ul, ol { padding-left: 1.25rem }
li ol { color: var(--quiet) }
.states { display: flex; flex-wrap: wrap; gap: 1.25rem 1rem }
figure { margin: 0; break-inside: avoid }
.picture { overflow: hidden; border: 1px solid var(--line); background: #fff }
.picture iframe { border: 0; transform-origin: 0 0; color-scheme: light; background: #fff }
figcaption { max-width: 216px; padding-top: .3rem }
.tried iframe { max-width: 100%; border: 1px solid var(--line); color-scheme: light; background: #fff }
.ribbon { display: flex; gap: 2px; margin: .5rem 0; padding: 0; list-style: none }
.ribbon[hidden] { display: none }
.ribbon li { flex: 1 1 0; min-width: 2.5rem; overflow: hidden; padding: .15rem .4rem; background: var(--sunk); border-left: 3px solid var(--mark); font-size: .8rem; text-overflow: ellipsis; white-space: nowrap }
@page { margin: 15mm }
@media print {
  body { max-width: none; margin: 0; padding: 0; font-size: 10.5pt }
  .tried { display: none }
  tr, li { break-inside: avoid }
  h2 { break-after: avoid }
}
`;
