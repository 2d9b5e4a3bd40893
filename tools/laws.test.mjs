// Each law, broken: a law that nothing can break is none.
import assert from "node:assert/strict";
import { test } from "node:test";
import { noClock, noConnectionHeld, noWireStored, order, plain, rooms } from "./laws.mjs";

const ROWS = ["ground", "middle", "top"];

test("a room knows only those before it", () => {
  assert.deepEqual(order(ROWS, "middle", "use crate::ground::Thing;"), []);
  assert.equal(order(ROWS, "middle", "use crate::top::Thing;").length, 1);
  assert.equal(order(ROWS, "ground", "fn f() -> crate::middle::A {}").length, 1);
  assert.equal(order(ROWS, "ground", "use crate::{middle::{self, A}, ground::B};").length, 1);
  assert.equal(order(ROWS, "attic", "").length, 1);
  assert.deepEqual([...rooms("use crate::{top::{a, b}, middle};")], ["top", "middle"]);
});

test("comments and tests are read over", () => {
  assert.equal(plain("a // crate::top\n#[cfg(test)]\nmod tests { use crate::top; }").includes("top"), false);
});

test("the core has no clock and no doors", () => {
  assert.deepEqual(noClock("fn at(now_s: f64) {}"), []);
  for (const breach of ["std::time::Instant::now()", "jiff::Timestamp", 'std::fs::read("x")', 'println!("x")'])
    assert.equal(noClock(breach).length, 1, breach);
});

test("nothing is computed while a connection is held", () => {
  const reads = "fn one(c: &mut SqliteConnection, id: &str) -> Q<Row> { kept::one(c, id) }";
  assert.deepEqual(noConnectionHeld(reads), []);
  const plans = "fn begin(c: &mut SqliteConnection, new: &New) -> R { let p = new.plan.answer()?; add(c, p) }";
  assert.equal(noConnectionHeld(plans).length, 1);
  assert.equal(noConnectionHeld("with(&store, move |c| { let row = row(c)?; planned(&row.request) })").length, 1);
  assert.deepEqual(noConnectionHeld("let p = planned(&request)?; with(&store, move |c| add(c, p))"), []);
});

test("the store knows no type of the wire", () => {
  assert.deepEqual(noWireStored("use super::kept::Row;"), []);
  assert.equal(noWireStored("use crate::wire::PlanRequest;").length, 1);
  assert.equal(noWireStored("use cindo_core::cook::Event;").length, 1);
});
