using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger;

/// <summary>Customers as rows of a table. The name says which customer is meant.</summary>
internal static class CustomerRows
{
    internal static IReadOnlyList<string> Columns { get; } = ["customer", "phone", "mail", "note"];

    internal static IReadOnlyList<string> Needed { get; } = ["customer"];

    internal static IReadOnlyList<string> Write(Customer customer) => [customer.Name, customer.Phone, customer.Mail, customer.Note];

    internal static async Task<RowFate> TakeAsync(ShopFile file, Func<string, string> cell, DateOnly today)
    {
        Checks checks = new();
        string name = checks.Text("customer", cell("customer"), "The customer's name", Customer.LongestName);
        string phone = checks.Text("phone", cell("phone"), "The telephone", 60, required: false);
        string mail = checks.Text("mail", cell("mail"), "The mail address", 120, required: false);
        string note = checks.Text("note", cell("note"), "The note", 2_000, required: false);
        checks.Done();
        Customer? customer = await file.Customers.FirstOrDefaultAsync(c => c.Name == name);
        if (customer is null)
        {
            file.Customers.Add(new Customer { Id = Guid.CreateVersion7(), Name = name, Phone = phone, Mail = mail, Note = note });
            return RowFate.Add;
        }

        if ((customer.Name, customer.Phone, customer.Mail, customer.Note) == (name, phone, mail, note))
        {
            return RowFate.Same;
        }

        (customer.Name, customer.Phone, customer.Mail, customer.Note) = (name, phone, mail, note);
        customer.Version++;
        await file.SaveChangesAsync();
        await file.RefreshOfCustomerAsync(customer.Id, today);
        return RowFate.Change;
    }
}
