//! The engine against things outside it.
#![allow(clippy::unwrap_used, clippy::print_stdout)]
#![allow(missing_docs)]

mod across;
mod by_chance;
mod choice;
mod cooking;
mod counter;
mod doneness;
mod drying;
mod exact;
mod exact_edges;
mod exact_more;
mod exact_unequal;
mod kept;
mod laws;
mod marching;
mod media;
mod methods;
mod party;
mod physics;
mod practice;
mod prep;
mod promise;
mod proof;
mod published;
mod reference;
mod running;
mod safety;
mod section;
mod sentences;
mod service;
mod service_played;
mod service_proved;
mod story;
mod stove;
mod taught;
mod things;
mod to_come;
mod tonight;
mod trades;
mod words;

/// What a test measured, for the tables of docs/PROOF.md.
pub mod notes {
    use std::cell::RefCell;

    thread_local!(static NOTES: RefCell<Vec<[String; 3]>> = const { RefCell::new(Vec::new()) });

    /// Case, ours, the other.
    pub fn note(case: impl Into<String>, ours: impl Into<String>, other: impl Into<String>) {
        let row = [case.into(), ours.into(), other.into()];
        println!("{}: {}, {}", row[0], row[1], row[2]);
        NOTES.with_borrow_mut(|notes| notes.push(row));
    }

    /// How many hidden pieces a law is tried on: a part of them in every test, all of them for the proof.
    pub fn many(in_a_test: u64, for_the_proof: u64) -> u64 {
        match std::env::var_os("CINDO_PROOF") {
            Some(_) => for_the_proof,
            None => in_a_test,
        }
    }

    /// Those of this thread so far.
    pub fn taken() -> Vec<[String; 3]> {
        NOTES.take()
    }
}
