import { spawn } from 'node:child_process';
import { chromium } from '@playwright/test';
import settings from './chromium.json' with { type: 'json' };
const PORT=4398;
const server=spawn(process.execPath,['../server/dist/main.js'],{env:{...process.env,PORT:String(PORT)}});
await new Promise(r=>server.stdout.once('data',r));
const browser=await chromium.launch({...settings});
const ctx=await browser.newContext({viewport:{width:1280,height:800}});
let page=await ctx.newPage();
page.on('pageerror',e=>console.log('ERR',String(e)));
await page.goto(`http://localhost:${PORT}/`);
await page.getByRole('link',{name:'Lantern steps'}).waitFor();
await page.evaluate(()=>new Promise((res,rej)=>{const o=indexedDB.open('humble-stride');o.onsuccess=()=>{const db=o.result;const tx=db.transaction(['rhythms','cards'],'readwrite');const R=tx.objectStore('rhythms'),C=tx.objectStore('cards');
 const ra=R.getAll();ra.onsuccess=()=>{const ca=C.getAll();ca.onsuccess=()=>{const words=['lamp','quay','ferry','stone','river','door','stair','rope','night','wall'];
  for(let i=0;i<5000;i++){const r=structuredClone(ra.result[i%ra.result.length]);const c=structuredClone(ca.result.find(x=>x.id===r.id));const name=`${words[i%10]} ${words[(i*7)%10]} ${i}`;r.id=c.id='x'+i;r.rhythm.id=r.id;r.rhythm.name=c.name=name;c.find=name+' '+c.find;r.updated=c.updated=1e12+i;R.put(r);C.put(c);}}};
 tx.oncomplete=()=>{db.close();res()};tx.onerror=()=>rej(tx.error)};}));
await page.close(); page=await ctx.newPage();
await page.goto(`http://localhost:${PORT}/crossing`); await page.waitForTimeout(800);
const t0=Date.now(); await page.getByRole('link',{name:'Shelf'}).click(); await page.getByRole('article').first().waitFor(); console.log('shelf by link', Date.now()-t0);
await page.waitForTimeout(500);
let t=Date.now(); await page.goto(`http://localhost:${PORT}/`); await page.getByRole('article').first().waitFor(); console.log('shelf by address', Date.now()-t,'nodes',await page.evaluate(()=>document.querySelectorAll('*').length));
await page.waitForTimeout(1000);
const box=page.getByLabel('Search the Shelf'); await box.click();
const letters=await page.evaluate(async()=>{const el=document.activeElement;const out=[];const set=Object.getOwnPropertyDescriptor(HTMLInputElement.prototype,'value').set;for(const w of ['q','qu','qua','quay','quay ','quay 1','quay 12','']){const t=performance.now();set.call(el,w);el.dispatchEvent(new Event('input',{bubbles:true}));await new Promise(r=>requestAnimationFrame(()=>{const c=new MessageChannel();c.port1.onmessage=r;c.port2.postMessage(0)}));const a=performance.now()-t;await new Promise(r=>setTimeout(r,400));out.push(Math.round(a))}return out});
console.log('letters', letters.join(' '));
t=Date.now(); await page.keyboard.press('Control+k'); await page.getByPlaceholder('A rhythm, a place').waitFor(); await page.getByRole('option').first().waitFor(); console.log('palette', Date.now()-t); await page.keyboard.press('Escape'); await page.waitForTimeout(300);
t=Date.now(); await page.keyboard.press('Control+k'); await page.getByRole('option').first().waitFor(); console.log('palette again', Date.now()-t); 
const pl=await page.evaluate(async()=>{const el=document.activeElement;const out=[];const set=Object.getOwnPropertyDescriptor(HTMLInputElement.prototype,'value').set;for(const w of ['q','qu','qua','quay','']){const t=performance.now();set.call(el,w);el.dispatchEvent(new Event('input',{bubbles:true}));await new Promise(r=>requestAnimationFrame(()=>{const c=new MessageChannel();c.port1.onmessage=r;c.port2.postMessage(0)}));out.push(Math.round(performance.now()-t));await new Promise(r=>setTimeout(r,200));}return out});
console.log('palette letters', pl.join(' '));
await page.keyboard.press('Escape');
// scroll
const sc=await page.evaluate(async()=>{const out=[];for(let i=0;i<20;i++){const t=performance.now();window.scrollBy(0,600);await new Promise(r=>requestAnimationFrame(()=>requestAnimationFrame(r)));out.push(Math.round(performance.now()-t))}return out.sort((a,b)=>a-b)});
console.log('scroll', sc.join(' '));
await page.screenshot({path:'/tmp/shelf5000.png'});
// stages at the limit
function text(layers,beats){const turn='D t k T / O t k t / D . T k / O! (k) t D';const row=Array(beats/4).fill(turn).join(' | ');return ['rhythm Long','cycle 4x4','tempo 60 per 4',''].join('\n')+'\n'+Array.from({length:layers},(_,i)=>`layer L${i+1} : goblet drum\nplay ${row}\nhand each R L\n`).join('\n');}
for (const [l,b] of [[32,64],[2,1024]]) {
 await page.goto(`http://localhost:${PORT}/`);
 await page.getByTestId('bring-in').setInputFiles({name:'a.stride',mimeType:'text/plain',buffer:Buffer.from(text(l,b))});
 await page.getByRole('option').first().waitFor({timeout:60000});
 for (const [stage,sel] of [['Frame','h2'],['Read','section'],['Climb','[data-testid=climb-status]'],['Sheet','article']]) {
  const t=Date.now(); await page.getByRole('link',{name:stage,exact:true}).click(); await page.locator(sel).first().waitFor({timeout:120000}); await page.evaluate(()=>new Promise(r=>requestAnimationFrame(()=>setTimeout(r))));
  const a=Date.now()-t; await page.waitForTimeout(300); const tb=Date.now(); await page.evaluate(()=>new Promise(r=>requestAnimationFrame(()=>setTimeout(r)))); console.log(l,b,stage,a,'then busy',Date.now()-tb,'nodes',await page.evaluate(()=>document.querySelectorAll('*').length));
 }
}
await browser.close(); server.kill();
