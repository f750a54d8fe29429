using System.Text.Json;
using System.Text.Json.Serialization;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using SturdyTinker.Core.Amendments;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Diagnosis;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.Papers;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Core.Visits;
using SturdyTinker.Store.Access;

namespace SturdyTinker.Store.Shapes;

/// <summary>
/// What each value of an enumeration is written as in a shop's file, in columns and in JSON alike. A code here never
/// changes and
/// is never given away again, whatever the member is called in C#.
/// </summary>
internal static class StoredCodes
{
    private static readonly Dictionary<Type, IReadOnlyDictionary<Enum, string>> All = new(
    [
        Of(
            (Role.Owner, "owner"),
            (Role.Foreman, "foreman"),
            (Role.Technician, "technician"),
            (Role.Apprentice, "apprentice"),
            (Role.Inspector, "inspector"),
            (Role.Office, "office"),
            (Role.ReadOnly, "read-only")),
        Of(
            (QualifiedBy.Programme, "programme"),
            (QualifiedBy.Experience, "experience")),
        Of(
            (StrangersSee.Nothing, "nothing"),
            (StrangersSee.Shop, "shop"),
            (StrangersSee.Service, "service")),
        Of(
            (TokenScope.Read, "read"),
            (TokenScope.Write, "write")),
        Of(
            (SignedInBy.Secret, "secret"),
            (SignedInBy.Pin, "pin"),
            (SignedInBy.Passkey, "passkey"),
            (SignedInBy.Code, "code")),
        Of(
            (Subject.Grease, "Grease"),
            (Subject.Oil, "Oil"),
            (Subject.Leak, "Leak"),
            (Subject.Seal, "Seal"),
            (Subject.Bearing, "Bearing"),
            (Subject.Cup, "Cup"),
            (Subject.Spindle, "Spindle"),
            (Subject.SpindleThread, "SpindleThread"),
            (Subject.Play, "Play"),
            (Subject.NutLock, "NutLock"),
            (Subject.Studs, "Studs"),
            (Subject.Lining, "Lining"),
            (Subject.Drum, "Drum"),
            (Subject.Magnet, "Magnet"),
            (Subject.Wires, "Wires"),
            (Subject.Hydraulics, "Hydraulics"),
            (Subject.Rotor, "Rotor"),
            (Subject.Mounting, "Mounting"),
            (Subject.Spring, "Spring"),
            (Subject.UBolt, "UBolt"),
            (Subject.Bushing, "Bushing"),
            (Subject.Bolt, "Bolt"),
            (Subject.Equalizer, "Equalizer"),
            (Subject.Link, "Link"),
            (Subject.Hanger, "Hanger"),
            (Subject.Axle, "Axle"),
            (Subject.Tyre, "Tyre"),
            (Subject.Lights, "Lights"),
            (Subject.Coupler, "Coupler"),
            (Subject.Fittings, "Fittings"),
            (Subject.RideHeight, "RideHeight"),
            (Subject.Frame, "Frame"),
            (Subject.Securing, "Securing"),
            (Subject.RearGuard, "RearGuard"),
            (Subject.Use, "Use")),
        Of(
            (Verdict.Sound, "Sound"),
            (Verdict.Watch, "Watch"),
            (Verdict.Renew, "Renew"),
            (Verdict.Hold, "Hold")),
        Of(
            (ConclusionKind.Comparison, "Comparison"),
            (ConclusionKind.Pair, "Pair"),
            (ConclusionKind.Cause, "Cause"),
            (ConclusionKind.Contradiction, "Contradiction")),
        Of(
            (InspectionResult.DoesNotApply, "DoesNotApply"),
            (InspectionResult.NotLookedAt, "NotLookedAt"),
            (InspectionResult.Passed, "Passed"),
            (InspectionResult.Mended, "Mended"),
            (InspectionResult.Defective, "Defective")),
        Of(
            (Quantity.Length, "Length"),
            (Quantity.Distance, "Distance"),
            (Quantity.Torque, "Torque"),
            (Quantity.Volume, "Volume"),
            (Quantity.Pressure, "Pressure"),
            (Quantity.Temperature, "Temperature"),
            (Quantity.Current, "Current"),
            (Quantity.Resistance, "Resistance"),
            (Quantity.Weight, "Weight")),
        Of(
            (BrakeKind.None, "None"),
            (BrakeKind.ElectricDrum, "ElectricDrum"),
            (BrakeKind.HydraulicDrum, "HydraulicDrum"),
            (BrakeKind.HydraulicDisc, "HydraulicDisc")),
        Of(
            (Lubrication.HandPacked, "HandPacked"),
            (Lubrication.GreasableSpindle, "GreasableSpindle"),
            (Lubrication.OilBath, "OilBath"),
            (Lubrication.SealedHub, "SealedHub")),
        Of(
            (NutRetention.CastleNut, "CastleNut"),
            (NutRetention.TangWasher, "TangWasher"),
            (NutRetention.RetainerClip, "RetainerClip"),
            (NutRetention.OnePieceNut, "OnePieceNut")),
        Of(
            (SuspensionKind.DoubleEyeSprings, "DoubleEyeSprings"),
            (SuspensionKind.SlipperSprings, "SlipperSprings"),
            (SuspensionKind.Torsion, "Torsion")),
        Of(
            (SpindleKind.Welded, "Welded"),
            (SpindleKind.BoltOn, "BoltOn"),
            (SpindleKind.TorsionArm, "TorsionArm")),
        Of(
            (MeterKind.None, "None"),
            (MeterKind.HubOdometer, "HubOdometer"),
            (MeterKind.TowLog, "TowLog"),
            (MeterKind.Trips, "Trips"),
            (MeterKind.Estimate, "Estimate")),
        Of(
            (PracticeLevel.Shop, "Shop"),
            (PracticeLevel.Customer, "Customer"),
            (PracticeLevel.Trailer, "Trailer")),
        Of(
            (StepPart.Open, "Open"),
            (StepPart.Work, "Work"),
            (StepPart.Close, "Close")),
        Of(
            (DecisionKind.Pin, "Pin"),
            (DecisionKind.Forbid, "Forbid"),
            (DecisionKind.KeepTogether, "Together"),
            (DecisionKind.Accept, "Accept"),
            (DecisionKind.Move, "Move"),
            (DecisionKind.CallOff, "CallOff")),
        Of(
            (AmendmentKind.Remark, "remark"),
            (AmendmentKind.Figure, "figure"),
            (AmendmentKind.Finding, "finding"),
            (AmendmentKind.Part, "part"),
            (AmendmentKind.Time, "time"),
            (AmendmentKind.Day, "day"),
            (AmendmentKind.Work, "work")),
        Of(
            (Standing.Working, "Working"),
            (Standing.WaitsForParts, "WaitsForParts"),
            (Standing.WaitsForAnswer, "WaitsForAnswer"),
            (Standing.Ready, "Ready")),
        Of(
            (Skill.Hydraulics, "Hydraulics"),
            (Skill.Welding, "Welding"),
            (Skill.Inspector, "Inspector")),
        Of(
            (Doer.Shop, "Shop"),
            (Doer.Owner, "Owner")),
        Of(
            (FeedKind.Shop, "Shop"),
            (FeedKind.Person, "Person"),
            (FeedKind.Customer, "Customer")),
        Of(
            (MailKind.Reminder, "Reminder"),
            (MailKind.Order, "Order"),
            (MailKind.Trail, "Trail"),
            (MailKind.Approval, "Approval"),
            (MailKind.Paper, "Paper")),
        Of(
            (HookEvent.VisitOpened, "visit.opened"),
            (HookEvent.VisitClosed, "visit.closed"),
            (HookEvent.VisitAmended, "visit.amended"),
            (HookEvent.TrailerHeld, "trailer.held"),
            (HookEvent.TrailerFreed, "trailer.freed"),
            (HookEvent.ApprovalAnswered, "approval.answered")),
        Of(
            (PaperSize.Letter, "Letter"),
            (PaperSize.A4, "A4")),
        Of(
            (StockMove.Receipt, "Receipt"),
            (StockMove.Use, "Use"),
            (StockMove.Return, "Return"),
            (StockMove.SentAway, "SentAway"),
            (StockMove.Count, "Count"),
            (StockMove.Found, "Found")),
        Of(
            (OrderWay.NotSent, "NotSent"),
            (OrderWay.Service, "Service"),
            (OrderWay.Mail, "Mail"),
            (OrderWay.ByHand, "ByHand")),
        Of(
            (MeterEntryKind.Reading, "Reading"),
            (MeterEntryKind.Trip, "Trip"),
            (MeterEntryKind.Immersion, "Immersion")),
        Of(
            (Nearness.Overdue, "Overdue"),
            (Nearness.Soon, "Soon"),
            (Nearness.Later, "Later")),
        Of(
            (DueCause.Time, "Time"),
            (DueCause.Distance, "Distance"),
            (DueCause.NoRecord, "NoRecord"),
            (DueCause.Wear, "Wear"),
            (DueCause.Season, "Season"),
            (DueCause.Immersions, "Immersions"),
            (DueCause.Event, "Event")),
        Of(
            (EstimateKind.Labour, "Labour"),
            (EstimateKind.Part, "Part"),
            (EstimateKind.Consumables, "Consumables"),
            (EstimateKind.Disposal, "Disposal"),
            (EstimateKind.Tax, "Tax")),
    ]);

    /// <summary>Every enumeration that is stored.</summary>
    internal static IReadOnlyCollection<Type> Types => All.Keys;

    /// <summary>
    /// The codes of an enumeration. Throws for one that is not stored, which is a fault in the mapping.
    /// </summary>
    internal static IReadOnlyDictionary<Enum, string> Of(Type type) => All[type];

    private static KeyValuePair<Type, IReadOnlyDictionary<Enum, string>> Of<T>(params (T Value, string Code)[] codes)
        where T : struct, Enum => new(typeof(T), codes.ToDictionary(c => (Enum)c.Value, c => c.Code));
}

/// <summary>One enumeration's codes, both ways.</summary>
internal static class StoredCodes<T>
    where T : struct, Enum
{
    private static readonly Dictionary<T, string> Codes =
        StoredCodes.Of(typeof(T)).ToDictionary(c => (T)c.Key, c => c.Value);
    private static readonly Dictionary<string, T> Values = Codes.ToDictionary(c => c.Value, c => c.Key);

    /// <summary>What is written for a value.</summary>
    internal static string Write(T value) => Codes[value];

    /// <summary>
    /// The value that a code stands for. Throws <see cref="JsonException"/> for a code that this program does not know.
    /// </summary>
    internal static T Read(string? code) =>
        code is not null && Values.TryGetValue(code, out T value)
            ? value
            : throw new JsonException($"“{code}” is no code of {typeof(T).Name}.");
}

/// <summary>An enumeration's codes in a column.</summary>
internal sealed class CodeConverter<T>() : ValueConverter<T, string>(
    value => StoredCodes<T>.Write(value),
    code => StoredCodes<T>.Read(code))
    where T : struct, Enum;

/// <summary>An enumeration's codes in JSON.</summary>
internal sealed class CodeInJson<T> : JsonConverter<T>
    where T : struct, Enum
{
    /// <inheritdoc/>
    public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        StoredCodes<T>.Read(reader.GetString());

    /// <inheritdoc/>
    public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) =>
        writer.WriteStringValue(StoredCodes<T>.Write(value));
}
