//! What a method says in words: whether it suits, the steps, the cues, the cautions.
//!
//! Sentences carry no temperatures and no lengths: those stand beside them as numbers, so an
//! interface can show them in the cook's unit. Sentences carry no times either: those come from
//! the timeline.

use crate::run::{Act, Beads, Heating, Hot, Lip, Press, Seen, Tester, Timeline, What, When};
use serde::{Serialize, Serializer};
use std::borrow::Cow;

/// A reason for or against.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Reason {
    /// Stable name.
    pub code: &'static str,
    /// One short sentence.
    pub message: String,
    /// Speaks for the method.
    pub good: bool,
}

impl Reason {
    /// One that speaks for it.
    pub fn good(code: &'static str, message: impl Into<String>) -> Self {
        Self {
            code,
            message: message.into(),
            good: true,
        }
    }
    /// One that speaks against it.
    pub fn bad(code: &'static str, message: impl Into<String>) -> Self {
        Self {
            code,
            message: message.into(),
            good: false,
        }
    }
}

/// Whether a method suits a piece.
#[derive(Debug, Clone, PartialEq)]
pub struct Suits {
    /// It can be done.
    pub suits: bool,
    /// Why it can, cannot, or can with care.
    pub reasons: Vec<Reason>,
}

/// The caution at a probe of what is done when it shows too little.
pub const BELOW_FIGURE: &str = "below_figure";

/// Two spots with a clean probe, s of hands. common practice, no source.
pub const PROBE_S: f64 = 15.0;

/// Something to mind.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Caution {
    /// Stable name.
    pub code: &'static str,
    /// One short sentence.
    pub message: Cow<'static, str>,
}

/// One step of the card: an act, with what it looks like and what to mind.
#[derive(Debug, Clone, PartialEq)]
pub struct Step {
    /// What is done, and when.
    pub act: Act,
    /// What it heats.
    pub(super) heats: Option<Hot>,
    /// Temperature that belongs to it, C.
    pub at_c: Option<f64>,
    /// What to look for.
    pub cues: Vec<&'static str>,
    /// What to mind.
    pub cautions: Vec<Caution>,
}

/// A step as it is told.
#[derive(Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[cfg_attr(feature = "schema", schema(as = Step))]
pub struct StepTold<'a> {
    /// When, s after the fish meets the heat; negative before.
    at_s: f64,
    /// What is done.
    kind: What,
    /// The act that it is.
    act_id: &'a str,
    /// What to do.
    act: &'a str,
    /// Temperature that belongs to it, C.
    #[serde(skip_serializing_if = "Option::is_none")]
    at_c: Option<f64>,
    /// What to look for.
    cues: &'a [&'static str],
    /// What to mind.
    #[serde(serialize_with = "sentences")]
    #[cfg_attr(feature = "schema", schema(value_type = Vec<String>))]
    cautions: &'a [Caution],
}

impl Serialize for Step {
    fn serialize<S: Serializer>(&self, to: S) -> Result<S::Ok, S::Error> {
        StepTold {
            at_s: self.act.at_s(),
            kind: self.act.what,
            act_id: &self.act.id,
            act: &self.act.words,
            at_c: self.at_c,
            cues: &self.cues,
            cautions: &self.cautions,
        }
        .serialize(to)
    }
}

fn sentences<S: Serializer>(cautions: &[Caution], to: S) -> Result<S::Ok, S::Error> {
    to.collect_seq(cautions.iter().map(|c| c.message.as_ref()))
}

/// Cues for when it is done, in the cooks' words.
pub mod done {
    /// A thin tester.
    pub const TESTER: &str = "A thin tester slides through the thickest part.";
    /// A thin tester where the rest has a little to do.
    pub const TESTER_GRIPS: &str =
        "A thin tester goes in and still grips in the middle: the rest sees to that.";
    /// A thin tester where the rest has much to do.
    pub const TESTER_STOPS: &str = "A thin tester still stops in the middle. Off all the same: the heat from outside gets there as it rests.";
    /// A finger.
    pub const DENT: &str = "Pressed with a finger, the dent stays.";
    /// A finger, not quite.
    pub const GIVES: &str = "Pressed with a finger, it gives a little.";
    /// White protein.
    pub const BEADS: &str = "One or two white beads: it is ready. Many: it is past.";
    /// Colour.
    pub const OPAQUE: &str = "Opaque all the way, and still moist between the flakes.";
    /// Colour, before the rest.
    pub const RIM_OPAQUE: &str = "Opaque from outside in; the middle turns as it rests.";
    /// Bone in.
    pub const BONE: &str = "At the bone it still clings a little: off now, the rest frees it.";
    /// Whole fish.
    pub const SPINE: &str = "At the spine it still clings a little: off now, the rest frees it.";
    /// Fryer.
    pub const FRYER: &str = "The bubbling dies down, it floats, it is gold.";
    /// Pan or grate.
    pub const LETS_GO: &str = "It lets go by itself. If it holds, give it a little longer.";
    /// Bone in, off the heat before it lets go.
    pub const BONE_HOLDS: &str = "At the bone it still clings a little: that is right.";
    /// Bone in, past that.
    pub const BONE_FREE: &str = "The bone lets go.";
    /// Scored.
    pub const SCORED: &str = "Scored, it lies flat and takes salt in the cuts.";
    /// Side of the piece as it is turned: said as high as it stands then.
    pub const LINE: &str = "The cooked line up the side stands halfway.";
}

impl Suits {
    /// Suits unless something forbids it; then there is at least one reason against.
    pub fn unless(forbids: bool, mut reasons: Vec<Reason>) -> Self {
        if forbids && reasons.iter().all(|r| r.good) {
            reasons.push(Reason::bad("wrong_cut", "Not for this cut or thickness."));
        }
        Self {
            suits: !forbids,
            reasons,
        }
    }
}

impl Step {
    fn new(when: When, what: What, act: impl Into<String>) -> Self {
        Self {
            act: Act::new(what, when, act),
            heats: None,
            at_c: None,
            cues: Vec::new(),
            cautions: Vec::new(),
        }
    }
    /// When, s; the earliest where it may be between two times.
    pub fn at_s(&self) -> f64 {
        self.act.at_s()
    }
    /// What is done.
    pub fn what(&self) -> What {
        self.act.what
    }
    /// Onto the heat.
    pub fn start(act: impl Into<String>) -> Self {
        Self::new(When::At(0.0), What::In, act)
    }
    /// Taking a cook's whole attention so long, s, where that is not as usual.
    pub fn hands(mut self, hands_s: f64) -> Self {
        self.act.hands_s = hands_s;
        self
    }
    /// With a temperature.
    pub fn at_c(mut self, t_c: f64) -> Self {
        self.at_c = Some(t_c);
        self
    }
    /// With cues.
    pub fn cues(mut self, cues: &[&'static str]) -> Self {
        self.cues.extend_from_slice(cues);
        self
    }
    /// With a caution.
    pub fn caution(mut self, code: &'static str, message: impl Into<Cow<'static, str>>) -> Self {
        self.cautions.push(Caution {
            code,
            message: message.into(),
        });
        self
    }
    /// With a caution, if it applies.
    pub fn caution_if(
        self,
        applies: bool,
        code: &'static str,
        message: impl Into<Cow<'static, str>>,
    ) -> Self {
        if applies {
            self.caution(code, message)
        } else {
            self
        }
    }
    /// A clean probe in the coldest spot, before it is served.
    pub fn probe(at_s: f64, place: &str, at_c: f64) -> Self {
        let act = format!("Check with a clean probe, {place}, in two spots: at least");
        Self::new(When::At(at_s), What::Probe, act)
            .hands(PROBE_S)
            .at_c(at_c)
            .cues(&[
                "Two spots within a minute, the coldest you can find: the colder one counts.",
                "Wipe the probe clean each time.",
            ])
            .caution(
                BELOW_FIGURE,
                "One spot below it: back on the heat, a minute at least, then two spots again.",
            )
    }
    /// The same while it is still on the heat, for whoever stands by with a probe.
    pub fn probe_early(at_s: f64, place: &str, at_c: f64) -> Self {
        let act = format!("Start probing, {place}: take it off when two spots show");
        Self::new(When::At(at_s), What::Probe, act)
            .hands(PROBE_S)
            .at_c(at_c)
            .cues(&["No probe? Wait for the clock."])
    }
}

/// What a plan tells a method, for its words. When anything happens is asked of the timeline.
#[derive(Debug, Clone, Copy)]
pub struct Story<'a> {
    /// When each stage begins.
    pub timeline: &'a Timeline,
    /// What is heated first.
    pub heating: &'a [Heating],
    /// What is seen and felt as it leaves the heat.
    pub off: &'a Seen,
    /// Height of the cooked line from the skin side over time, s and share of the thickness.
    pub line: &'a [(f64, f64)],
    /// When to begin to look, s.
    pub look_from_s: f64,
    /// Mid-thickness as it is served, C.
    pub served_c: f64,
    /// Core at its highest, C.
    pub core_peak_c: f64,
    /// It ends no lower than it was meant to.
    pub gets_there: bool,
}

/// Cooked so far through, it looks opaque all the way, share of the thickness.
const OPAQUE_SHARE: f64 = 0.97;

/// What the plate gets after a rest.
pub const RESTED: &str = "Serve";

impl Story<'_> {
    /// Something is set to heat, as long before the fish goes in as that takes.
    pub fn heat_up(&self, what: Hot, act: impl Into<String>) -> Step {
        let heating = self.heating.iter().filter(|heating| heating.what == what);
        let ahead_s = heating.map(|heating| heating.s).fold(0.0, f64::max);
        Step {
            heats: Some(what),
            ..Step::new(When::At(-ahead_s), What::HeatUp, act)
        }
    }

    /// The tester between flakes and then to the lip, in the cook's words.
    fn lip(&self) -> &'static str {
        match self.off.lip {
            Lip::Cold => "Hold the tester in the middle, then to the lip: still cool.",
            Lip::JustWarm => "Hold the tester in the middle, then to the lip: just warm.",
            Lip::Warm => "Hold the tester in the middle, then to the lip: warm.",
            Lip::Hot => "Hold the tester in the middle, then to the lip: hot.",
        }
    }

    /// What a sign of being done is like when the piece has to come off: much of the middle comes right only as
    /// it rests, and who waits for the sign overcooks it. None when there is nothing of it to see yet. A piece
    /// that does not get there has the sign to wait for.
    fn by_then(&self, sign: &'static str) -> Option<&'static str> {
        if !self.gets_there {
            return Some(sign);
        }
        let off = self.off;
        match sign {
            done::TESTER => Some(match off.tester {
                Tester::Slides => done::TESTER,
                Tester::Grips => done::TESTER_GRIPS,
                Tester::Stops => done::TESTER_STOPS,
            }),
            done::DENT => match off.press {
                Press::SpringsBack => None,
                Press::Gives => Some(done::GIVES),
                Press::DentStays | Press::FallsApart => Some(done::DENT),
            },
            done::OPAQUE if off.cooked_line_share < OPAQUE_SHARE => Some(done::RIM_OPAQUE),
            done::BEADS if off.beads == Beads::None => None,
            other => Some(other),
        }
    }

    /// A step for each time of an act; none when it never comes.
    pub fn at(&self, what: What, act: &str) -> impl Iterator<Item = Step> {
        let times = self.timeline.every(what);
        times.map(move |s| Step::new(When::At(s), what, act))
    }

    /// A step for each turn.
    pub fn turns(&self, act: &str, cues: &[&'static str]) -> impl Iterator<Item = Step> {
        let first = self.at(What::Turn, act).take(1).map(|step| {
            let line = self.line_words(step.at_s());
            let said = cues
                .iter()
                .map(|cue| if *cue == done::LINE { line } else { *cue });
            let said: Vec<&'static str> = said.collect();
            step.cues(&said)
        });
        // Later ones: the line is no longer that of one side.
        let later = self.at(What::Turn, act).skip(1).map(|step| {
            let said = cues.iter().filter(|cue| **cue != done::LINE);
            let said: Vec<&'static str> = said.copied().collect();
            step.cues(&said)
        });
        first.chain(later)
    }

    /// How high the cooked line stands up the side at a time, s.
    fn line_words(&self, at_s: f64) -> &'static str {
        let before = self.line.iter().rev().find(|(s, _)| *s <= at_s);
        match before.map_or(0.0, |(_, share)| *share) {
            ..0.05 => "No cooked line shows up the side yet.",
            ..0.2 => "The cooked line has just begun to climb the side.",
            ..0.29 => "The cooked line stands a quarter of the way up the side.",
            ..0.42 => "The cooked line stands a third of the way up the side.",
            ..0.58 => done::LINE,
            ..0.72 => "The cooked line stands two thirds of the way up the side.",
            ..0.96 => "The cooked line stands high up the side.",
            _ => "The side is cooked all the way up.",
        }
    }

    /// Look, off and serve, rested: the end that most methods share.
    pub fn finish(&self, off: &str, look: &[&'static str]) -> Vec<Step> {
        self.finish_with(off, look, RESTED)
    }

    /// Look, off and serve in its own way.
    pub fn finish_with(&self, off: &str, look: &[&'static str], serve: &str) -> Vec<Step> {
        let mut steps = Vec::new();
        let off_s = self.timeline.off_s;
        if self.look_from_s < off_s {
            let act = "Look whether it is done";
            let signs = look.iter().filter_map(|sign| self.by_then(sign));
            let signs: Vec<&'static str> = signs.collect();
            let when = When::Between([self.look_from_s, off_s]);
            steps.push(Step::new(when, What::Look, act).cues(&signs));
        }
        steps.push(
            Step::new(When::At(off_s), What::Off, off)
                .at_c(self.off.probe_c)
                .cues(&[self.lip()]),
        );
        let end_s = self.timeline.end_s();
        steps.push(Step::new(When::At(end_s), What::Serve, serve).at_c(self.served_c));
        steps
    }
}
