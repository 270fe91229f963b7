import { chromium } from '@playwright/test'
import { spawn } from 'node:child_process'
import { readFileSync, mkdtempSync } from 'node:fs'
const dir = mkdtempSync('/tmp/sl-'); const port = 7399
const p = spawn('dotnet', ['../src/SideLamp.Server/bin/Release/net10.0/sidelamp.dll','serve','--data',dir,'--port',String(port),'--still'],{stdio:['ignore','pipe','pipe']})
let out='';const ready=new Promise(r=>p.stdout.on('data',d=>{out+=d;if(/Stop with/.test(out))r()}));p.stderr.on('data',d=>process.stderr.write(d));
await ready
const link=out.match(/http\S+\/out\/\S+/)[0]
const b = await chromium.launch({executablePath:'/usr/bin/chromium',args:['--no-sandbox','--disable-gpu']})
const c = await b.newContext({viewport:{width:1280,height:800}})
const o = await c.newPage(); o.on('console',m=>console.log('OUT',m.type(),m.text()));o.on('pageerror',e=>console.log('OUTERR',e.message)); o.on('response',r=>r.status()>=400&&console.log('OUT',r.status(),r.url()))
await o.goto(link)
const d = await c.newPage(); d.on('console',m=>console.log('DESK',m.type(),m.text()));d.on('pageerror',e=>console.log('DESKERR',e.message)); d.on('response',r=>r.status()>=400&&console.log('DESK',r.status(),r.url()))
await d.goto(`http://127.0.0.1:${port}/`)
await d.getByRole('button', { name: 'Names' }).first().waitFor(); d.on('request',r=>r.method()!='GET'&&console.log('REQ',r.url(),r.postData())); d.on('response',async r=>r.request().method()!='GET'&&console.log('RES',r.status(),await r.text().catch(()=>'')))
await d.keyboard.press('1'); await d.waitForTimeout(2500)
await d.screenshot({path:process.argv[2]??'/tmp/desk.png'}); await o.screenshot({path:'/tmp/out.png'})
console.log(await d.evaluate(()=>document.querySelector('[data-sonner-toaster]')?.innerText)); console.log(await o.evaluate(()=>document.body.innerHTML.length))
await b.close(); p.kill()
