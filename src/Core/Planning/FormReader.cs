using System.Text.Json;

namespace SturdyTinker.Core.Planning;

/// <summary>
/// Reads JSON field by field and notes what is wrong with its pointer, so that one reading tells everything.
/// </summary>
internal sealed class FormReader
{
    private readonly List<FormFault> faults = [];

    /// <summary>What is wrong so far.</summary>
    internal IReadOnlyList<FormFault> Faults => faults;

    internal void Fault(string pointer, string sentence) => faults.Add(new FormFault(pointer, sentence));

    /// <summary>An object that has these fields and no others.</summary>
    internal Fields Object(JsonElement element, string at, params string[] known)
    {
        Dictionary<string, JsonElement> fields = [];
        if (element.ValueKind != JsonValueKind.Object)
        {
            Fault(at, "Here an object belongs.");
            return new Fields(this, at, fields, false);
        }

        foreach (JsonProperty property in element.EnumerateObject())
        {
            string pointer =
                $"{at}/{property.Name.Replace("~", "~0", StringComparison.Ordinal).Replace("/", "~1", StringComparison.Ordinal)}";
            if (Array.IndexOf(known, property.Name) < 0)
            {
                Fault(pointer, $"“{property.Name}” is no field of this.");
            }
            else if (!fields.TryAdd(property.Name, property.Value))
            {
                Fault(pointer, $"“{property.Name}” is there twice.");
            }
        }

        return new Fields(this, at, fields, true);
    }

    internal string Text(JsonElement element, string at)
    {
        if (element.ValueKind == JsonValueKind.String && element.GetString() is { Length: > 0 and <= 200 } text)
        {
            return text;
        }

        Fault(at, "Here a name of 1 to 200 characters belongs.");
        return "";
    }

    internal int Whole(JsonElement element, string at, int least, int most)
    {
        if (element.ValueKind == JsonValueKind.Number
            && element.TryGetDecimal(out decimal number)
            && number == decimal.Truncate(number)
            && number >= least
            && number <= most)
        {
            return (int)number;
        }

        Fault(at, $"Here a whole number from {least} to {most} belongs.");
        return least;
    }

    internal double Amount(JsonElement element, string at)
    {
        if (element.ValueKind == JsonValueKind.Number && element.GetDouble() is >= 0 and <= 1e9 and var number)
        {
            return number;
        }

        Fault(at, "Here a number from 0 to 1,000,000,000 belongs.");
        return 0;
    }

    internal List<T> List<T>(JsonElement element, string at, Func<JsonElement, string, T> read)
    {
        if (element.ValueKind == JsonValueKind.Array)
        {
            return [.. element.EnumerateArray().Select((e, i) => read(e, FormattableString.Invariant($"{at}/{i}")))];
        }

        Fault(at, "Here a list belongs.");
        return [];
    }

    /// <summary>An object's fields.</summary>
    internal sealed class Fields(FormReader reader, string at, Dictionary<string, JsonElement> fields, bool whole)
    {
        /// <summary>Whether the field is there and not null.</summary>
        internal bool Has(string name) =>
            fields.TryGetValue(name, out JsonElement element) && element.ValueKind != JsonValueKind.Null;

        internal string? Text(string name) => Read<string?>(name, reader.Text, null);

        internal int Whole(string name, int least, int most) =>
            Read(name, (e, p) => reader.Whole(e, p, least, most), least);

        internal double Amount(string name) => Read(name, reader.Amount, 0);

        internal List<T> List<T>(string name, bool optional, Func<JsonElement, string, T> read) =>
            optional && whole && !fields.ContainsKey(name) ? [] : Read(name, (e, p) => reader.List(e, p, read), []);

        private T Read<T>(string name, Func<JsonElement, string, T> read, T otherwise)
        {
            if (fields.TryGetValue(name, out JsonElement element))
            {
                return read(element, $"{at}/{name}");
            }

            if (whole)
            {
                reader.Fault($"{at}/{name}", $"“{name}” is missing.");
            }

            return otherwise;
        }
    }
}
