//! What is done one after another: acts without a time yet, set back from when they have to be done.

use super::doing::{Doing, Part, Spent};
use crate::run::{Act, What, When};

/// Acts one after another, of one thing.
pub struct Chain {
    part: Part,
    of: String,
    doings: Vec<Doing>,
}

impl Chain {
    pub fn new(part: Part, of: impl Into<String>) -> Self {
        Self {
            part,
            of: of.into(),
            doings: vec![],
        }
    }

    /// One more act, which lasts so long, hands and all, s.
    pub fn push(
        &mut self,
        what: What,
        words: impl Into<String>,
        hands_s: f64,
        lasts_s: f64,
    ) -> &mut Doing {
        let lasts_s = lasts_s.max(hands_s);
        self.doings.push(Doing {
            act: Act::new(what, When::At(0.0), words).hands(hands_s),
            part: self.part,
            of: self.of.clone(),
            band: Spent::of(what, hands_s, lasts_s),
            lasts_s,
            at_c: None,
            why: None,
            cues: vec![],
            cautions: vec![],
            tied: false,
        });
        self.doings.last_mut().expect("one was just pushed")
    }

    /// From the first act to when the last is done, s.
    #[cfg(test)]
    pub fn lasts_s(&self) -> f64 {
        self.doings.iter().map(|doing| doing.lasts_s).sum()
    }

    /// Set back so that the last is done then, s after the plate.
    pub fn until(mut self, end_s: f64) -> Vec<Doing> {
        let mut next_s = end_s;
        for doing in self.doings.iter_mut().rev() {
            let at_s = next_s - doing.lasts_s;
            doing.act.when = When::At(at_s);
            for need in &mut doing.act.needs {
                need.until_s += at_s;
            }
            next_s = at_s;
        }
        self.doings
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_chain_ends_when_it_is_wanted_and_nothing_overlaps() {
        let mut chain = Chain::new(Part::Side, "greens");
        chain.push(What::Cut, "Cut", 60.0, 60.0);
        chain.push(What::Boil, "Boil", 10.0, 600.0);
        chain.push(What::Drain, "Drain", 30.0, 20.0);
        assert_eq!(chain.lasts_s(), 690.0);
        let set = chain.until(-100.0);
        let at: Vec<f64> = set.iter().map(|doing| doing.act.at_s()).collect();
        // The last takes its hands, though it was said to last less.
        assert_eq!(at, [-790.0, -730.0, -130.0]);
        assert_eq!([Spent::Hands, Spent::Heat], [set[0].band, set[1].band]);
    }
}
