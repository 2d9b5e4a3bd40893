//! What is made ready before a service: of all that is ordered, and of what is expected besides.

use super::answer::{MiseAct, MiseTold};
use super::floor::Floor;
use super::jobs::lanes;
use super::problem::Schedule;
use crate::prep::{Amount, Doing};
use crate::run::What;
use std::collections::BTreeMap;

/// Acts by what they are of and their words.
type Sums = BTreeMap<(String, String), MiseAct>;

/// One more act, for plates that are served then; of the fish its name stands for it.
fn sum(sums: &mut Sums, doing: &Doing, fish: Option<String>, served_s: f64, plates: usize) {
    let key = (doing.of.clone(), doing.act.words.clone());
    let at_s = served_s + doing.act.at_s();
    let sum = sums.entry(key).or_insert_with(|| MiseAct {
        words: doing.act.words.clone(),
        of: fish.unwrap_or_else(|| doing.of.clone()),
        at_s,
        hands_s: 0.0,
        lasts_s: 0.0,
        plates: 0,
    });
    sum.at_s = sum.at_s.min(at_s);
    sum.hands_s += doing.act.hands_s;
    sum.lasts_s = sum.lasts_s.max(doing.lasts_s);
    sum.plates += plates;
}

impl Floor<'_> {
    /// What is made ready before: amounts of all that is ordered, and cold work where it is not in the plan itself.
    pub fn mise(&self, found: &Schedule) -> MiseTold {
        let mut quantities: Vec<Amount> = vec![];
        let open = self
            .seats
            .iter()
            .filter(|seat| seat.story.served_s.is_none());
        let ordered = open.map(|seat| &seat.ran);
        for ran in ordered.chain(self.more.iter().filter_map(|more| more.ran.as_ref())) {
            for one in &ran.amounts {
                let like = quantities
                    .iter_mut()
                    .find(|sum| (sum.part, &sum.of, &sum.what) == (one.part, &one.of, &one.what));
                match like {
                    Some(sum) => {
                        sum.g += one.g;
                        sum.ml = sum.ml.zip(one.ml).map(|(a, b)| a + b);
                        sum.count = sum.count.zip(one.count).map(|(a, b)| a + b);
                        sum.spoons = None;
                    }
                    None => quantities.push(one.clone()),
                }
            }
        }
        let mut sums: Sums = BTreeMap::new();
        for (o, works) in self
            .work
            .iter()
            .enumerate()
            .filter(|_| self.asked.mise_done)
        {
            let Some(served) = found.served_s[o] else {
                continue;
            };
            for work in works {
                let seat = &self.seats[work.seat];
                let (ran, told, _) = &work.variants[0];
                let planned = |id: &str| told.acts.iter().any(|doing| doing.act.id == id);
                let first = work.fish || ran.plan.is_none();
                for doing in ran
                    .acts
                    .iter()
                    .filter(|doing| first && !planned(&doing.act.id))
                {
                    let other = works.iter().any(|other| {
                        other.seat == work.seat
                            && other.variants[0]
                                .1
                                .acts
                                .iter()
                                .any(|one| one.act.id == doing.act.id)
                    });
                    if other || matches!(doing.act.what, What::Serve | What::Rest) {
                        continue;
                    }
                    let (fish, plates) = if doing.of == "fish" {
                        (
                            seat.wanted.plan().and_then(|plan| plan.piece.fish.clone()),
                            seat.plates.len(),
                        )
                    } else {
                        (None, seat.people as usize)
                    };
                    sum(&mut sums, doing, fish, f64::from(served), plates);
                }
            }
        }
        // For what is expected besides, by when the first is served.
        let first_s = found.served_s.iter().flatten().min().copied();
        let first_s = f64::from(first_s.unwrap_or(self.problem.now_s));
        for more in &self.more {
            let Some(ran) = &more.ran else { continue };
            // All but what waits for a ticket.
            let hot = lanes(ran, more.plates, true);
            let waits = |id: &String| {
                let mut acts = hot.iter().flat_map(|lane| &lane.acts);
                acts.any(|doing| doing.act.id == *id)
            };
            let ahead = ran.acts.iter().filter(|doing| {
                !waits(&doing.act.id) && !matches!(doing.act.what, What::Serve | What::Rest)
            });
            for doing in ahead {
                let fish = (doing.of == "fish").then(|| more.told.name.clone());
                sum(&mut sums, doing, fish, first_s, more.plates as usize);
            }
        }
        let mut acts: Vec<MiseAct> = sums.into_values().collect();
        acts.sort_by(|a, b| a.at_s.total_cmp(&b.at_s));
        MiseTold {
            quantities,
            hands_s: acts.iter().map(|act| act.hands_s).sum(),
            begins_s: acts.first().map(|act| act.at_s),
            acts,
            stock: self.more.iter().map(|more| more.told.clone()).collect(),
        }
    }
}
