//! What a method says in words: whether it suits, the steps, the cues, the cautions.
//!
//! Sentences carry no temperatures and no lengths: those stand beside them as numbers, so an
//! interface can show them in the cook's unit. Sentences carry no times either: those come from
//! the timeline.

use super::signs::{Cue, Moment, Told};
use crate::run::{Act, Heating, Hot, Signs, Timeline, What, When};
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
    /// The same as data.
    pub signs: Vec<Told>,
    /// What to mind.
    pub cautions: Vec<Caution>,
    /// Its words taken apart, where some of them are about the fish and some about the fire.
    parts: Parts,
}

/// What the words of a step are made of.
#[derive(Debug, Clone, PartialEq, Default)]
struct Parts {
    /// Without the others; all of them where there are none.
    alone: Option<String>,
    /// What is done to the fish before: coated, oiled, wrapped.
    coat: Option<String>,
    /// It is salted then.
    salts: bool,
}

/// A longer rest than anybody is used to says why, s.
const LONG_REST_S: f64 = 150.0;

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
    /// The same as data: what is seen at that moment.
    signs: &'a [Told],
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
            signs: &self.signs,
            cautions: &self.cautions,
        }
        .serialize(to)
    }
}

fn sentences<S: Serializer>(cautions: &[Caution], to: S) -> Result<S::Ok, S::Error> {
    to.collect_seq(cautions.iter().map(|c| c.message.as_ref()))
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
            signs: Vec::new(),
            cautions: Vec::new(),
            parts: Parts::default(),
        }
    }

    /// Said before or after what is there already.
    fn also(mut self, words: String) -> Self {
        let was = std::mem::replace(&mut self.act.words, words);
        self.parts.alone.get_or_insert(was);
        self
    }

    /// After the fish has been coated, oiled or wrapped.
    pub fn after(self, coat: impl Into<String>) -> Self {
        let coat = coat.into();
        let words = format!("{coat}. {}", self.act.words);
        let mut step = self.also(words);
        step.parts.coat = Some(coat);
        step
    }

    /// After it has been cleaned or dried.
    pub fn after_cleaning(self, clean: &str) -> Self {
        let words = format!("{clean}. {}", self.act.words);
        self.also(words)
    }

    /// And salted at once, where it comes off.
    pub fn salted_at_off(self) -> Self {
        if self.act.what != What::Off {
            return self;
        }
        let words = format!("{}. Salt at once", self.act.words);
        let mut step = self.also(words);
        step.parts.salts = true;
        step
    }

    /// What is done to the fish before, apart from cleaning and drying it.
    pub(crate) fn coats(&self) -> Option<&str> {
        self.parts.coat.as_deref()
    }

    /// It is salted then.
    pub(crate) fn salts(&self) -> bool {
        self.parts.salts
    }

    /// Its words without what is done to the fish, for whoever tells that at its own time.
    pub(crate) fn alone(&self) -> &str {
        self.parts.alone.as_deref().unwrap_or(&self.act.words)
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
    /// What is seen and felt over the run.
    pub signs: &'a Signs,
    /// When to begin to look, s.
    pub look_from_s: f64,
    /// Core at its highest, C.
    pub core_peak_c: f64,
    /// It ends no lower than it was meant to.
    pub gets_there: bool,
}

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

    /// What a step says of a moment: the nearest that was looked at.
    pub(crate) fn see(&self, step: Step, at_s: f64, cues: &[Cue]) -> Step {
        let looks = self.signs.looks.iter();
        let near = looks.min_by(|a, b| (a.at_s - at_s).abs().total_cmp(&(b.at_s - at_s).abs()));
        let moment = Moment {
            gets_there: self.gets_there,
            frees: self
                .signs
                .bone_s
                .is_some_and(|s| s <= self.timeline.end_s()),
        };
        let mut step = step;
        for cue in cues {
            let (words, told) = match near {
                Some(look) => cue.tell(look, moment),
                None => (None, None),
            };
            step.cues.extend(words);
            step.signs.extend(told);
        }
        step
    }

    /// A step for each time of an act; none when it never comes.
    pub fn at(&self, what: What, act: &str) -> impl Iterator<Item = Step> {
        let times = self.timeline.every(what);
        times.map(move |s| Step::new(When::At(s), what, act))
    }

    /// A step for each turn.
    pub fn turns(&self, act: &str, cues: &[Cue]) -> impl Iterator<Item = Step> {
        let turns = self.at(What::Turn, act).enumerate();
        turns.map(|(i, step)| {
            // Later ones: the line is no longer that of one side, and what lay down was a side, of which no run knows.
            let known = |cue: &&Cue| match cue {
                Cue::Line => i == 0,
                Cue::LetsGo | Cue::Below => i % 2 == 0,
                _ => true,
            };
            let said = cues.iter().filter(known);
            let said: Vec<Cue> = said.copied().collect();
            let at_s = step.at_s();
            self.see(step, at_s, &said)
        })
    }

    /// Look, off and serve, rested: the end that most methods share.
    pub fn finish(&self, off: &str, look: &[Cue]) -> Vec<Step> {
        self.finish_with(off, look, RESTED)
    }

    /// Look, off and serve in its own way.
    pub fn finish_with(&self, off: &str, look: &[Cue], serve: &str) -> Vec<Step> {
        let mut steps = Vec::new();
        let off_s = self.timeline.off_s;
        // Nobody looks whether it is done before it has been turned.
        let turned_s = self.timeline.turns_s().last().copied().unwrap_or(0.0);
        let from_s = self.look_from_s.max(turned_s);
        if from_s < off_s {
            let act = "Look whether it is done";
            let when = When::Between([from_s, off_s]);
            steps.push(self.see(Step::new(when, What::Look, act), off_s, look));
        }
        let off = Step::new(When::At(off_s), What::Off, off).at_c(self.signs.off.probe_c);
        // Where nobody looks before, what is seen is said here.
        let seen = if from_s < off_s { &[] } else { look };
        let mut off = self.see(off, off_s, seen);
        if self.timeline.rest_s > LONG_REST_S && self.gets_there {
            off.cues
                .push("It rests so long because the middle is still on its way up.");
        }
        steps.push(self.see(off, off_s, &[Cue::Lip]));
        let end_s = self.timeline.end_s();
        steps.push(Step::new(When::At(end_s), What::Serve, serve).at_c(self.signs.served_c));
        steps
    }
}
