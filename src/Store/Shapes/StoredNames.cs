using SturdyTinker.Core.Approvals;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Diagnosis;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Planning.WhatIf;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Core.Status;

namespace SturdyTinker.Store.Shapes;

/// <summary>
/// What each value of a record is called where it lies in a shop's file as JSON, whatever its member is called in C#: a
/// file is
/// read for ten years, a name in code for as long as it is the best one. A name here never changes; a shape that
/// changes gets
/// its next version (see <see cref="StoredJson"/>).
/// </summary>
internal static class StoredNames
{
    private static readonly Dictionary<Type, Dictionary<string, string>> All = new(
    [
        // Gear
        Of<RunningGear>(
            (nameof(RunningGear.Axles), "axles"),
            (nameof(RunningGear.RatingPounds), "ratingPounds"),
            (nameof(RunningGear.Brake), "brake"),
            (nameof(RunningGear.BrakeSize), "brakeSize"),
            (nameof(RunningGear.Lubrication), "lubrication"),
            (nameof(RunningGear.NutRetention), "nutRetention"),
            (nameof(RunningGear.Suspension), "suspension"),
            (nameof(RunningGear.Spindle), "spindle"),
            (nameof(RunningGear.Studs), "studs")),
        Of<BrakeSize>(
            (nameof(BrakeSize.Diameter), "diameter"),
            (nameof(BrakeSize.Width), "width")),
        Of<Length>(
            (nameof(Length.Millimetres), "millimetres")),
        Of<Studs>(
            (nameof(Studs.Count), "count"),
            (nameof(Studs.Thread), "thread")),
        Of<PracticeChoices>(
            (nameof(PracticeChoices.Answers), "answers"),
            (nameof(PracticeChoices.Levels), "levels"),
            (nameof(PracticeChoices.Own), "own")),
        Of<OwnWork>(
            (nameof(OwnWork.Jobs), "jobs"),
            (nameof(OwnWork.Openings), "openings")),
        Of<OwnJob>(
            (nameof(OwnJob.Code), "code"),
            (nameof(OwnJob.Version), "version"),
            (nameof(OwnJob.Name), "name"),
            (nameof(OwnJob.At), "at"),
            (nameof(OwnJob.Opening), "opening"),
            (nameof(OwnJob.Steps), "steps"),
            (nameof(OwnJob.Refines), "refines"),
            (nameof(OwnJob.Area), "area"),
            (nameof(OwnJob.Gear), "gear"),
            (nameof(OwnJob.Owing), "owing"),
            (nameof(OwnJob.Lasts), "lasts"),
            (nameof(OwnJob.CountsAs), "countsAs"),
            (nameof(OwnJob.NotWith), "notWith"),
            (nameof(OwnJob.Settles), "settles"),
            (nameof(OwnJob.Skill), "skill"),
            (nameof(OwnJob.Minutes), "minutes"),
            (nameof(OwnJob.LeftOut), "leftOut"),
            (nameof(OwnJob.Retired), "retired")),
        Of<OwnOpening>(
            (nameof(OwnOpening.Code), "code"),
            (nameof(OwnOpening.Version), "version"),
            (nameof(OwnOpening.Name), "name"),
            (nameof(OwnOpening.At), "at"),
            (nameof(OwnOpening.Needs), "needs"),
            (nameof(OwnOpening.Open), "open"),
            (nameof(OwnOpening.Close), "close"),
            (nameof(OwnOpening.Gear), "gear"),
            (nameof(OwnOpening.Owing), "owing"),
            (nameof(OwnOpening.Retired), "retired")),
        Of<OwnGear>(
            (nameof(OwnGear.Brakes), "brakes"),
            (nameof(OwnGear.Suspensions), "suspensions"),
            (nameof(OwnGear.Lubrications), "lubrications"),
            (nameof(OwnGear.Axles), "axles")),
        Of<OwnStep>(
            (nameof(OwnStep.Code), "code"),
            (nameof(OwnStep.Title), "title"),
            (nameof(OwnStep.Minutes), "minutes"),
            (nameof(OwnStep.Detail), "detail"),
            (nameof(OwnStep.Opening), "opening"),
            (nameof(OwnStep.Each), "each"),
            (nameof(OwnStep.When), "when"),
            (nameof(OwnStep.Cautions), "cautions"),
            (nameof(OwnStep.Readings), "readings"),
            (nameof(OwnStep.Tools), "tools"),
            (nameof(OwnStep.Parts), "parts"),
            (nameof(OwnStep.Torque), "torque"),
            (nameof(OwnStep.Photo), "photo"),
            (nameof(OwnStep.Critical), "critical"),
            (nameof(OwnStep.Renews), "renews"),
            (nameof(OwnStep.Optional), "optional")),
        Of<OwnPart>(
            (nameof(OwnPart.Name), "name"),
            (nameof(OwnPart.Quantity), "quantity"),
            (nameof(OwnPart.Unit), "unit"),
            (nameof(OwnPart.Code), "code")),
        Of<OwnTorque>(
            (nameof(OwnTorque.What), "what"),
            (nameof(OwnTorque.From), "from"),
            (nameof(OwnTorque.To), "to"),
            (nameof(OwnTorque.Whose), "whose"),
            (nameof(OwnTorque.Fasteners), "fasteners"),
            (nameof(OwnTorque.Stages), "stages")),
        Of<OwnCheck>(
            (nameof(OwnCheck.Code), "code"),
            (nameof(OwnCheck.Words), "words"),
            (nameof(OwnCheck.AfterMiles), "afterMiles"),
            (nameof(OwnCheck.AfterDays), "afterDays"),
            (nameof(OwnCheck.By), "by")),
        Of<OwnInterval>(
            (nameof(OwnInterval.Months), "months"),
            (nameof(OwnInterval.Miles), "miles"),
            (nameof(OwnInterval.By), "by"),
            (nameof(OwnInterval.AtSeasonsEnd), "atSeasonsEnd")),
        Of<IntervalChoice>(
            (nameof(IntervalChoice.Kept), "kept"),
            (nameof(IntervalChoice.Months), "months"),
            (nameof(IntervalChoice.Miles), "miles"),
            (nameof(IntervalChoice.By), "by"),
            (nameof(IntervalChoice.Counted), "counted")),
        Of<UseFactor>(
            (nameof(UseFactor.Factor), "factor"),
            (nameof(UseFactor.Reason), "reason")),
        Of<PlanInputs>(
            (nameof(PlanInputs.Minutes), "minutes"),
            (nameof(PlanInputs.Prices), "prices")),
        Of<PlannedMinutes>(
            (nameof(PlannedMinutes.Minutes), "minutes"),
            (nameof(PlannedMinutes.Since), "since")),
        Of<Qualification>(
            (nameof(Qualification.By), "by"),
            (nameof(Qualification.Evidence), "evidence"),
            (nameof(Qualification.Since), "since")),
        Of<BusyTime>(
            (nameof(BusyTime.From), "from"),
            (nameof(BusyTime.To), "to"),
            (nameof(BusyTime.Why), "why")),
        // Packet
        Of<JobAt>(
            (nameof(JobAt.Job), "job"),
            (nameof(JobAt.Place), "place")),
        Of<Packet>(
            (nameof(Packet.Steps), "steps"),
            (nameof(Packet.Openings), "openings"),
            (nameof(Packet.Technicians), "hands"),
            (nameof(Packet.Elapsed), "elapsed")),
        Of<PacketStep>(
            (nameof(PacketStep.Key), "key"),
            (nameof(PacketStep.Place), "place"),
            (nameof(PacketStep.PlaceSpoken), "placeSpoken"),
            (nameof(PacketStep.Part), "part"),
            (nameof(PacketStep.Opening), "opening"),
            (nameof(PacketStep.Job), "job"),
            (nameof(PacketStep.Title), "title"),
            (nameof(PacketStep.Detail), "detail"),
            (nameof(PacketStep.Minutes), "minutes"),
            (nameof(PacketStep.Depth), "depth"),
            (nameof(PacketStep.Cautions), "cautions"),
            (nameof(PacketStep.Readings), "readings"),
            (nameof(PacketStep.Subjects), "looks"),
            (nameof(PacketStep.Tools), "tools"),
            (nameof(PacketStep.Parts), "parts"),
            (nameof(PacketStep.Practice), "school"),
            (nameof(PacketStep.Optional), "optional"),
            (nameof(PacketStep.In), "in"),
            (nameof(PacketStep.For), "for"),
            (nameof(PacketStep.Late), "late"),
            (nameof(PacketStep.WeightDown), "weightDown"),
            (nameof(PacketStep.Torque), "torque"),
            (nameof(PacketStep.Photo), "photo"),
            (nameof(PacketStep.Socket), "socket"),
            (nameof(PacketStep.MinutesFrom), "minutesFrom"),
            (nameof(PacketStep.Renews), "renews"),
            (nameof(PacketStep.OfNew), "ofNew"),
            (nameof(PacketStep.Technician), "hand"),
            (nameof(PacketStep.Critical), "critical")),
        Of<PacketOpening>(
            (nameof(PacketOpening.Code), "code"),
            (nameof(PacketOpening.Name), "name"),
            (nameof(PacketOpening.Place), "place"),
            (nameof(PacketOpening.PlaceSpoken), "placeSpoken"),
            (nameof(PacketOpening.Depth), "depth"),
            (nameof(PacketOpening.Id), "id"),
            (nameof(PacketOpening.Needs), "needs")),
        Of<PartNeed>(
            (nameof(PartNeed.Name), "name"),
            (nameof(PartNeed.Quantity), "quantity"),
            (nameof(PartNeed.Unit), "unit"),
            (nameof(PartNeed.Code), "code"),
            (nameof(PartNeed.Spot), "spot"),
            (nameof(PartNeed.OneOf), "oneOf")),
        Of<TorqueAsked>(
            (nameof(TorqueAsked.What), "what"),
            (nameof(TorqueAsked.Words), "words"),
            (nameof(TorqueAsked.Stages), "stages"),
            (nameof(TorqueAsked.Order), "order"),
            (nameof(TorqueAsked.Source), "source"),
            (nameof(TorqueAsked.Fastener), "fastener"),
            (nameof(TorqueAsked.Sheet), "sheet"),
            (nameof(TorqueAsked.From), "from"),
            (nameof(TorqueAsked.To), "to"),
            (nameof(TorqueAsked.Rounds), "rounds")),
        // Findings
        Of<Judgement>(
            (nameof(Judgement.Verdict), "verdict"),
            (nameof(Judgement.Rule), "rule"),
            (nameof(Judgement.Source), "source"),
            (nameof(Judgement.SetsOff), "setsOff")),
        Of<Conclusion>(
            (nameof(Conclusion.Kind), "kind"),
            (nameof(Conclusion.Code), "code"),
            (nameof(Conclusion.Place), "place"),
            (nameof(Conclusion.Subject), "subject"),
            (nameof(Conclusion.Seen), "seen"),
            (nameof(Conclusion.Judgement), "judgement"),
            (nameof(Conclusion.VisitId), "visitId"),
            (nameof(Conclusion.At), "at"),
            (nameof(Conclusion.PersonId), "personId"),
            (nameof(Conclusion.Signs), "signs"),
            (nameof(Conclusion.Replaces), "replaces"),
            (nameof(Conclusion.ReplacesReadings), "replacesReadings"),
            (nameof(Conclusion.Jobs), "jobs")),
        Of<InspectionLine>(
            (nameof(InspectionLine.Number), "number"),
            (nameof(InspectionLine.Name), "name"),
            (nameof(InspectionLine.Result), "result"),
            (nameof(InspectionLine.LookedAt), "lookedAt"),
            (nameof(InspectionLine.Of), "of"),
            (nameof(InspectionLine.Words), "words")),
        // Settings
        Of<TypedMeasure>(
            (nameof(TypedMeasure.Typed), "typed"),
            (nameof(TypedMeasure.Millimetres), "millimetres")),
        Of<OpenHours>(
            (nameof(OpenHours.Bays), "bays"),
            (nameof(OpenHours.People), "people"),
            (nameof(OpenHours.Hours), "hours"),
            (nameof(OpenHours.Holidays), "holidays"),
            (nameof(OpenHours.PartsLeadDays), "partsLeadDays"),
            (nameof(OpenHours.OpensAt), "opensAt"),
            (nameof(OpenHours.BreakAt), "breakAt"),
            (nameof(OpenHours.BreakMinutes), "breakMinutes"),
            (nameof(OpenHours.Away), "away")),
        Of<Supposed>(
            (nameof(Supposed.Bays), "bays"),
            (nameof(Supposed.People), "people"),
            (nameof(Supposed.Away), "away"),
            (nameof(Supposed.Intervals), "intervals"),
            (nameof(Supposed.CallIn), "callIn"),
            (nameof(Supposed.RatePerHour), "ratePerHour"),
            (nameof(Supposed.Prices), "prices"),
            (nameof(Supposed.Fleets), "fleets")),
        Of<SupposedFleet>(
            (nameof(SupposedFleet.Like), "like"),
            (nameof(SupposedFleet.Count), "count")),
        Of<SupposedPrice>(
            (nameof(SupposedPrice.Part), "part"),
            (nameof(SupposedPrice.Price), "price")),
        Of<DaysAway>(
            (nameof(DaysAway.PersonId), "personId"),
            (nameof(DaysAway.From), "from"),
            (nameof(DaysAway.To), "to")),
        Of<PlanCosts>(
            (nameof(PlanCosts.CallIn), "callIn"),
            (nameof(PlanCosts.RatePerHour), "ratePerHour"),
            (nameof(PlanCosts.Convoy), "convoy")),
        Of<PriceTerms>(
            (nameof(PriceTerms.PartsMarkup), "partsMarkup"),
            (nameof(PriceTerms.Consumables), "consumables"),
            (nameof(PriceTerms.TaxOnLabour), "taxOnLabour"),
            (nameof(PriceTerms.TaxOnParts), "taxOnParts"),
            (nameof(PriceTerms.OverAgreed), "overAgreed"),
            (nameof(PriceTerms.ComeBacksFree), "comeBacksFree"),
            (nameof(PriceTerms.Disposal), "disposal")),
        Of<ReminderWords>(
            (nameof(ReminderWords.Subject), "subject"),
            (nameof(ReminderWords.Body), "body")),
        // Shelf
        Of<OrderLine>(
            (nameof(OrderLine.Code), "code"),
            (nameof(OrderLine.Name), "name"),
            (nameof(OrderLine.Quantity), "quantity"),
            (nameof(OrderLine.Unit), "unit"),
            (nameof(OrderLine.Price), "price"),
            (nameof(OrderLine.Expected), "expected")),
        Of<Estimate>(
            (nameof(Estimate.Lines), "lines"),
            (nameof(Estimate.Minutes), "minutes"),
            (nameof(Estimate.RatePerHour), "ratePerHour"),
            (nameof(Estimate.Terms), "terms"),
            (nameof(Estimate.Unpriced), "unpriced")),
        Of<EstimateLine>(
            (nameof(EstimateLine.Kind), "kind"),
            (nameof(EstimateLine.Words), "words"),
            (nameof(EstimateLine.How), "how"),
            (nameof(EstimateLine.Amount), "amount")),
        Of<Spread>(
            (nameof(Spread.Low), "low"),
            (nameof(Spread.Likely), "likely"),
            (nameof(Spread.High), "high")),
        // Approvals
        Of<ApprovalLine>(
            (nameof(ApprovalLine.Key), "key"),
            (nameof(ApprovalLine.What), "what"),
            (nameof(ApprovalLine.Why), "why"),
            (nameof(ApprovalLine.Verdict), "verdict"),
            (nameof(ApprovalLine.Jobs), "jobs"),
            (nameof(ApprovalLine.FindingId), "findingId")),
        Of<ApprovalQuestion>(
            (nameof(ApprovalQuestion.Id), "id"),
            (nameof(ApprovalQuestion.At), "at"),
            (nameof(ApprovalQuestion.Name), "name"),
            (nameof(ApprovalQuestion.Text), "text"),
            (nameof(ApprovalQuestion.Reply), "reply")),
        // Status
        Of<Glyph>(
            (nameof(Glyph.Axles), "axles"),
            (nameof(Glyph.Suspension), "suspension"),
            (nameof(Glyph.Brake), "brake"),
            (nameof(Glyph.Marks), "marks")),
        Of<PlaceMark>(
            (nameof(PlaceMark.Place), "place"),
            (nameof(PlaceMark.Used), "used"),
            (nameof(PlaceMark.Nearness), "nearness"),
            (nameof(PlaceMark.Verdict), "verdict")),
        Of<TrailerStatus>(
            (nameof(TrailerStatus.AsOf), "asOf"),
            (nameof(TrailerStatus.Dues), "dues"),
            (nameof(TrailerStatus.Marks), "marks"),
            (nameof(TrailerStatus.Measured), "measured"),
            (nameof(TrailerStatus.Owed), "owed"),
            (nameof(TrailerStatus.NoDue), "noDue"),
            (nameof(TrailerStatus.Upcoming), "coming"),
            (nameof(TrailerStatus.Hold), "hold"),
            (nameof(TrailerStatus.Causes), "causes"),
            (nameof(TrailerStatus.Gone), "gone")),
        Of<DueAt>(
            (nameof(DueAt.Job), "job"),
            (nameof(DueAt.Name), "name"),
            (nameof(DueAt.Short), "short"),
            (nameof(DueAt.Place), "place"),
            (nameof(DueAt.PlaceSpoken), "placeSpoken"),
            (nameof(DueAt.Due), "due")),
        Of<Due>(
            (nameof(Due.On), "on"),
            (nameof(Due.Cause), "cause"),
            (nameof(Due.LastOn), "lastOn"),
            (nameof(Due.Used), "used"),
            (nameof(Due.Nearness), "nearness"),
            (nameof(Due.When), "when"),
            (nameof(Due.Reason), "reason")),
        Of<Mark>(
            (nameof(Mark.Place), "place"),
            (nameof(Mark.Subject), "subject"),
            (nameof(Mark.Seen), "seen"),
            (nameof(Mark.Judgement), "judgement"),
            (nameof(Mark.On), "on"),
            (nameof(Mark.PersonId), "personId"),
            (nameof(Mark.At), "at"),
            (nameof(Mark.ObservationKey), "look")),
        Of<Measured>(
            (nameof(Measured.Place), "place"),
            (nameof(Measured.Kind), "kind"),
            (nameof(Measured.Name), "name"),
            (nameof(Measured.Value), "value"),
            (nameof(Measured.Typed), "typed"),
            (nameof(Measured.Judgement), "judgement"),
            (nameof(Measured.On), "on"),
            (nameof(Measured.Other), "other")),
        Of<Owed>(
            (nameof(Owed.Id), "id"),
            (nameof(Owed.Words), "words"),
            (nameof(Owed.DueOn), "dueOn"),
            (nameof(Owed.Reason), "reason"),
            (nameof(Owed.SettledBy), "settledBy")),
        Of<Upcoming>(
            (nameof(Upcoming.Id), "id"),
            (nameof(Upcoming.Job), "job"),
            (nameof(Upcoming.Places), "places"),
            (nameof(Upcoming.Name), "name"),
            (nameof(Upcoming.Short), "short"),
            (nameof(Upcoming.Where), "where"),
            (nameof(Upcoming.On), "on"),
            (nameof(Upcoming.Early), "early"),
            (nameof(Upcoming.Late), "late"),
            (nameof(Upcoming.Days), "days"),
            (nameof(Upcoming.Cause), "cause"),
            (nameof(Upcoming.Nearness), "nearness"),
            (nameof(Upcoming.When), "when"),
            (nameof(Upcoming.Reason), "reason"),
            (nameof(Upcoming.LateWeight), "lateWeight"),
            (nameof(Upcoming.HardBy), "hardBy"),
            (nameof(Upcoming.NotBefore), "notBefore"),
            (nameof(Upcoming.Once), "once"),
            (nameof(Upcoming.By), "by")),
        Of<HoldStatus>(
            (nameof(HoldStatus.Since), "since"),
            (nameof(HoldStatus.Seen), "seen"),
            (nameof(HoldStatus.Released), "released"),
            (nameof(HoldStatus.ReleasedAt), "releasedAt"),
            (nameof(HoldStatus.ReleasedBy), "releasedBy"),
            (nameof(HoldStatus.Reason), "reason")),
    ]);

    /// <summary>Whether values of a type are stored.</summary>
    internal static bool Has(Type type) => All.ContainsKey(type);

    /// <summary>What a member is called in a file; null for one that is worked out and not stored.</summary>
    /// <param name="type">A stored type.</param>
    /// <param name="member">The member's name in C#.</param>
    internal static string? Of(Type type, string member) => All[type].GetValueOrDefault(member);

    /// <summary>How many members of a type are stored.</summary>
    internal static int Count(Type type) => All[type].Count;

    /// <summary>Every stored type.</summary>
    internal static IReadOnlyCollection<Type> Types => All.Keys;

    private static KeyValuePair<Type, Dictionary<string, string>> Of<T>(params (string Member, string Name)[] names) =>
        new(typeof(T), names.ToDictionary(n => n.Member, n => n.Name));
}
