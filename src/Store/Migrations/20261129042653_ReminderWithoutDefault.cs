using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace SturdyTinker.Store.Migrations
{
    /// <inheritdoc />
    public partial class ReminderWithoutDefault : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AlterColumn<string>(
                name: "Reminder",
                table: "Settings",
                type: "TEXT",
                nullable: false,
                oldClrType: typeof(string),
                oldType: "TEXT",
                oldDefaultValue: "{\"subject\":\"[trailer]: [day] at [shop]\",\"body\":\"Good day [customer],\\n\\n[trailer] is expected at [shop] on [day].\\n\\nWhat we will do: [what].\\nWhy now: [why].\\nHow long it takes: [how long].\\nAbout how much: [how much]. What is found on the way is told before it is done.\\n\\nIf that day does not suit, a word from you is enough.\\n\\n[shop]\"}");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AlterColumn<string>(
                name: "Reminder",
                table: "Settings",
                type: "TEXT",
                nullable: false,
                defaultValue: "{\"subject\":\"[trailer]: [day] at [shop]\",\"body\":\"Good day [customer],\\n\\n[trailer] is expected at [shop] on [day].\\n\\nWhat we will do: [what].\\nWhy now: [why].\\nHow long it takes: [how long].\\nAbout how much: [how much]. What is found on the way is told before it is done.\\n\\nIf that day does not suit, a word from you is enough.\\n\\n[shop]\"}",
                oldClrType: typeof(string),
                oldType: "TEXT");
        }
    }
}
