//! What is still to come on a course: which planned stages, and when each is due.

use super::course::{Course, Phase, Planned, ToCome};
use crate::run::{Begin, Programme, Span, Stage, Timeline, What};

impl Course {
    /// Stages at which the cook does nothing begin when they are due.
    pub(super) fn by_itself(&mut self, planned: &Planned<'_>, at_s: f64) {
        if self.phase != Phase::OnHeat {
            return;
        }
        while let Some(next) = self.to_come.first().copied() {
            let due_s = self.due_by_plan_s(planned.timeline, next);
            if next.what.is_some() || due_s > at_s {
                break;
            }
            self.begin_next(due_s);
        }
    }

    /// When a stage is due by the plan, as late as the last one was.
    fn due_by_plan_s(&self, timeline: &Timeline, next: ToCome) -> f64 {
        let planned_s = |stage: usize| {
            let begin = timeline.begins.iter().find(|begin| begin.stage == stage);
            begin.map_or(0.0, |begin| begin.at_s)
        };
        let planned_before = timeline
            .begins
            .iter()
            .rev()
            .find(|begin| begin.at_s < planned_s(next.stage))
            .map_or(0.0, |begin| begin.at_s);
        let before = self.begins.last().map_or(0.0, |begin| begin.at_s);
        before.max(planned_s(next.stage) + before - planned_before)
    }

    /// Which of the planned stages is under way: the last that has begun.
    pub(super) fn under_way(&self, planned: &Planned<'_>) -> usize {
        let begins = &planned.timeline.begins;
        let begun = begins.len() - self.to_come.len();
        begins.get(begun.saturating_sub(1)).map_or(0, |b| b.stage)
    }

    /// When a mark that is to come was due for a piece that is on the heat for `total_s`, however late it is by now, s.
    pub fn due_s(&self, what: Option<What>, total_s: f64) -> Option<f64> {
        let next = self.to_come.iter().find(|next| next.what == what)?;
        let planned = self.planned.timeline(total_s);
        let begin = planned
            .begins
            .iter()
            .find(|begin| begin.stage == next.stage)?;
        Some(begin.at_s)
    }

    /// Everything as it happened, and what is to come for a piece that is to be on the heat for `total_s`: not before
    /// `now_s`.
    pub fn timeline(&self, total_s: f64, now_s: f64) -> Timeline {
        if self.begins.is_empty() {
            return self.planned.timeline(total_s);
        }
        let off_s = self.off_s.unwrap_or(total_s.max(now_s));
        let mut begins = self.begins.clone();
        if self.off_s.is_none() {
            let later = self.planned.timeline(total_s).begins;
            let mut from_s = now_s.max(begins.last().map_or(0.0, |b| b.at_s));
            for (next, stage) in self.to_come.iter().zip(self.stages_to_come()) {
                let at_s = later
                    .iter()
                    .find(|b| b.stage == next.stage)
                    .map_or(from_s, |b| b.at_s);
                from_s = from_s.max(at_s);
                begins.push(Begin {
                    stage,
                    what: next.what,
                    at_s: from_s,
                });
            }
        }
        Timeline {
            begins,
            off_s,
            rest_s: self.rest_s,
            eats_s: self.eats_s,
        }
    }

    /// The programme for a timeline: what is to come is as the heat and the lid are now.
    pub fn programme_to_come(&self) -> Programme {
        let mut programme = self.programme.clone();
        for next in &self.to_come {
            let stage = self.planned.stages[next.stage];
            let as_it_is = self.as_it_is(stage);
            if as_it_is != programme.stages[next.stage] {
                programme.stages.push(Stage {
                    span: Span::Fixed(0.0),
                    ..as_it_is
                });
            }
        }
        programme
    }

    /// Where in that programme what is to come stands.
    fn stages_to_come(&self) -> Vec<usize> {
        let mut end = self.programme.stages.len();
        let place = |next: &ToCome| {
            if self.as_it_is(self.planned.stages[next.stage]) == self.programme.stages[next.stage] {
                return next.stage;
            }
            end += 1;
            end - 1
        };
        self.to_come.iter().map(place).collect()
    }
}
