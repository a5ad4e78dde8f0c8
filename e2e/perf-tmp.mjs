import { spawn } from 'node:child_process';
import { chromium } from '@playwright/test';
import settings from './chromium.json' with { type: 'json' };
const PORT=4399;
const server=spawn(process.execPath,['../server/dist/main.js'],{env:{...process.env,PORT:String(PORT)}});
await new Promise(r=>server.stdout.once('data',r));
const browser=await chromium.launch({...settings});
const page=await browser.newPage({viewport:{width:1280,height:800}});
page.on('pageerror',e=>console.log('ERR',String(e)));
await page.goto(`http://localhost:${PORT}/`);
await page.getByText('Lantern steps').waitFor();
function text(layers,beats){ // beats of 4 slots
  const turn='D t k T / O t k t / D . T k / O! (k) t D';
  const row=Array(beats/4).fill(turn).join(' | ');
  return ['rhythm Long','cycle 4x4','tempo 60 per 4',''].join('\n')+'\n'+Array.from({length:layers},(_,i)=>`layer L${i+1} : goblet drum\nplay ${row}\nhand each R L\n`).join('\n');
}
for (const [l,b] of [[16,64],[32,64],[2,1024],[8,256]]) {
  await page.goto(`http://localhost:${PORT}/`);
  await page.getByTestId('bring-in').setInputFiles({name:'a.stride',mimeType:'text/plain',buffer:Buffer.from(text(l,b))});
  const res=await page.waitForURL(/bench/,{timeout:20000}).catch(async()=>console.log(await page.getByRole('alert').textContent()));
  await page.getByRole('option').first().waitFor({timeout:60000});
  const url=page.url();
  await page.goto(`http://localhost:${PORT}/crossing`); await page.waitForTimeout(500);
  const t0=Date.now();
  await page.goto(url); await page.getByRole('option').first().waitFor({timeout:60000});
  await page.evaluate(()=>new Promise(r=>requestAnimationFrame(()=>setTimeout(r))));
  const open=Date.now()-t0;
  const nodes=await page.evaluate(()=>document.querySelectorAll('*').length);
  await page.getByRole('option').nth(3).click();
  await page.waitForTimeout(1500);
  const times=await page.evaluate(async()=>{const out=[];for(let i=0;i<25;i++){const t=performance.now();const key=i%2?'T':'D';document.activeElement.dispatchEvent(new KeyboardEvent('keydown',{key,bubbles:true,cancelable:true}));await new Promise(r=>requestAnimationFrame(()=>{const c=new MessageChannel();c.port1.onmessage=r;c.port2.postMessage(0)}));out.push(performance.now()-t);await new Promise(r=>setTimeout(r,300));}return out.sort((a,b)=>a-b)});
  console.log(`${l} x ${b*4}: open ${open} ms, nodes ${nodes}, key median ${times[12].toFixed(0)} p95 ${times[23].toFixed(0)} max ${times[24].toFixed(0)}`);
}
await browser.close(); server.kill();
