/** The few pages that the stand-ins show; every one says that it is simulated. */
export const html = (text: string): string =>
  text.replace(/&/g, "&amp;").replace(/</g, "&lt;").replace(/>/g, "&gt;").replace(/"/g, "&quot;");

export const page = (title: string, body: string): string => `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>${html(title)} (simulated)</title><meta name="viewport" content="width=device-width">
<style>
body{font:16px/1.45 system-ui,sans-serif;color:#1f2a20;background:#eef1ee;margin:0;padding:28px 36px}
h1{font-size:22px;margin:0 0 4px}table{border-collapse:collapse;width:100%;background:#fff}
th,td{text-align:left;vertical-align:top;padding:7px 12px;border-bottom:1px solid #d8ddd6;font-size:14px}
th{color:#55605a;font-weight:600}small{color:#55605a}nav a{margin-right:18px}p{max-width:70ch}
select,input,button{font:inherit;padding:5px 9px}</style></head>
<body><nav><a href="/">Stand-ins</a><a href="/post-box">Post box</a></nav><h1>${html(title)}</h1><p><small>Simulated. Nothing here leaves this machine.</small></p>${body}</body></html>`;
