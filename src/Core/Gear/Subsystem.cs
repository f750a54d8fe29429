namespace SturdyTinker.Core.Gear;

/// <summary>A part of the running gear that a shop counts together.</summary>
public enum Subsystem
{
    /// <summary>Hub, bearings, seal, spindle and what locks them.</summary>
    WheelEnds,

    /// <summary>Everything that brakes.</summary>
    Brakes,

    /// <summary>Springs, what they hang by, and axles.</summary>
    Suspension,

    /// <summary>Tyres, wheels and their studs.</summary>
    Tyres,

    /// <summary>Frame, coupler, lights and what is bolted on.</summary>
    Trailer,
}

/// <summary>How a shop counts what it finds.</summary>
public static class Subsystems
{
    /// <summary>What a subsystem is called.</summary>
    public static string Words(this Subsystem subsystem) => subsystem switch
    {
        Subsystem.WheelEnds => "Wheel ends",
        Subsystem.Brakes => "Brakes",
        Subsystem.Suspension => "Suspension and axles",
        Subsystem.Tyres => "Tyres and studs",
        _ => "Frame, coupler, lights",
    };

    /// <summary>The subsystem a thing belongs to.</summary>
    /// <exception cref="ArgumentOutOfRangeException">A subject that nobody has placed.</exception>
    public static Subsystem Of(Subject subject) => subject switch
    {
        Subject.Grease or Subject.Oil or Subject.Leak or Subject.Seal or Subject.Bearing or Subject.Cup
            or Subject.Spindle or Subject.SpindleThread or Subject.Play or Subject.NutLock => Subsystem.WheelEnds,
        Subject.Lining or Subject.Drum or Subject.Magnet or Subject.Wires or Subject.Hydraulics or Subject.Rotor
            or Subject.Mounting => Subsystem.Brakes,
        Subject.Spring or Subject.UBolt or Subject.Bushing or Subject.Bolt or Subject.Equalizer or Subject.Link
            or Subject.Hanger or Subject.Axle or Subject.RideHeight => Subsystem.Suspension,
        Subject.Tyre or Subject.Studs => Subsystem.Tyres,
        Subject.Lights or Subject.Coupler or Subject.Fittings or Subject.Frame or Subject.Securing
            or Subject.RearGuard or Subject.Use => Subsystem.Trailer,
        _ => throw new ArgumentOutOfRangeException(nameof(subject), subject, "It belongs to no subsystem."),
    };
}
